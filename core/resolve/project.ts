import { modifierOfCode } from '../keys'
import type { Modifier } from '../keys'
import type { Bindings } from './bindings'
import { hindrance, situationOf } from './judge'
import { holdOf, isDisabled, layerOwns, mappedOf, namesOf } from './layers'
import { effectiveModifiers } from './state'
import type { Down, Pending, ResolverState } from './state'
import { holdMeaning, tapOrHold } from './tapOrHold'

/** A press among what is held back, as it counts by itself. */
export interface PressSeen {
  readonly index: number
  readonly atMs: number
  /** What it is called; nothing where something else has it, such as a layer. */
  readonly names: readonly string[]
  /** The same without the modifiers that have been down since the first press. */
  readonly leftOver: readonly string[]
  readonly frontProgramId?: string
}

export interface Projection {
  readonly presses: readonly PressSeen[]
  /** A key of which it is not clear yet what it will be; nothing is known of what comes after it. */
  readonly open?: { readonly atMs: number; readonly untilMs: number }
}

/**
 * What the presses held back will be, each by itself: with the modifiers that rules hold then, as the keys that rules
 * make of them. The first is what `names` says.
 */
export function project(
  bindings: Bindings,
  { pending, held: heldNow, oneShots }: ResolverState,
  names: readonly string[],
  nowMs: number,
): Projection {
  const [head] = pending
  const presses: PressSeen[] = [seen(0, head!, names, names)]
  let held: readonly Down[] = heldNow
  let constant = new Set<Modifier>(effectiveModifiers(held, oneShots, head!))
  const letGo = (code: string) => {
    const down = held.find((entry) => entry.code === code)
    const modifier = modifierOfCode(code)
    const gone = new Set<Modifier>([...(down?.modifiers ?? []), ...(modifier ? [modifier] : [])])
    if (code === 'AltRight') gone.add('AltGr')
    if (gone.size > 0) constant = new Set([...constant].filter((entry) => !gone.has(entry)))
    held = held.filter((entry) => entry.code !== code)
  }
  for (let index = 1; index < pending.length; index++) {
    const entry = pending[index]!
    const { event } = entry
    if (event.kind === 'up') {
      letGo(event.code)
      continue
    }
    if (event.repeat) continue
    const mapped = mappedOf(bindings, entry)
    const code = mapped?.code ?? event.code
    const isInLayer = held.some(
      (down) => down.fate === 'layer' && layerOwns(bindings, down.code, holdOf(bindings, down), entry, held, []),
    )
    if (isInLayer) {
      presses.push(seen(index, entry, [], []))
      continue
    }
    if (isDisabled(bindings, entry)) continue
    const own = effectiveModifiers(held, [], entry)
    const situation = situationOf(bindings, entry)
    const meaning = entry.tapped ? undefined : holdMeaning(bindings, event.code, code, situation, own.length > 0)
    let tapped: string | undefined
    if (meaning) {
      const ahead = tapOrHold(bindings, meaning, code, pending.slice(index), held, [], nowMs)
      if (ahead.kind === 'wait') return { presses, open: { atMs: event.atMs, untilMs: ahead.untilMs } }
      if (ahead.kind === 'found' && ahead.value !== 'tap') {
        const { rule, bound } = meaning
        if (bound && !hindrance(bound, situation, false) && (ahead.value === 'in-time' || bound.trigger.nested)) {
          presses.push(seen(index, entry, [], []))
        } else if (rule?.hold.kind === 'modifiers') {
          held = [...held, { code: event.code, fate: 'modifiers', modifiers: rule.hold.modifiers }]
        } else held = [...held, { code: event.code, fate: 'layer' }]
        continue
      }
      tapped = meaning.rule?.tap ?? undefined
    }
    if (tapped !== undefined) {
      presses.push(seenAs(bindings, entry, index, held, constant, { code: tapped, modifiers: [] }))
      continue
    }
    if (mapped?.acts) held = [...held, { code: event.code, fate: 'modifiers', modifiers: [mapped.acts] }]
    else if (modifierOfCode(event.code) && !mapped) held = [...held, { code: event.code, fate: 'passed' }]
    else presses.push(seenAs(bindings, entry, index, held, constant, mapped))
  }
  return { presses }
}

function seen(index: number, entry: Pending, names: readonly string[], leftOver: readonly string[]): PressSeen {
  const { frontProgramId } = entry
  return { index, atMs: entry.event.atMs, names, leftOver, ...(frontProgramId === undefined ? {} : { frontProgramId }) }
}

function seenAs(
  bindings: Bindings,
  entry: Pending,
  index: number,
  held: readonly Down[],
  constant: ReadonlySet<Modifier>,
  mapped: ReturnType<typeof mappedOf>,
): PressSeen {
  const names = namesOf(bindings, entry, held, [], mapped)
  if (constant.size === 0) return seen(index, entry, names, names)
  const without = {
    ...entry,
    modifiers: entry.modifiers.filter((modifier) => !constant.has(modifier)),
    sides: entry.sides?.filter((code) => !constant.has(modifierOfCode(code)!)),
  }
  const others = held.map((down) =>
    down.modifiers ? { ...down, modifiers: down.modifiers.filter((modifier) => !constant.has(modifier)) } : down,
  )
  return seen(index, entry, names, namesOf(bindings, without, others, [], mapped))
}
