import type { Program } from '../bench'
import { chordId, modifierOfCode, parseChord, parseSequence } from '../keys'
import type { Chord, Modifier } from '../keys'
import { DEFAULT_KEYS, onKeyboard, patienceOf, specificity, withRows } from '../levers'
import type { Frame, KeyRule, KeySettings, Lever, Trigger, TriggerOf } from '../levers'

export interface ResolverConfig {
  readonly levers: readonly Lever[]
  /** With `on` as they stand now. */
  readonly frames: readonly Frame[]
  readonly programs: Readonly<Record<string, Program>>
  readonly keys?: KeySettings
}

/** A trigger with its lever. Lists of them are in order: more specific scopes first, then lower numbers. */
export interface Bound<T extends Trigger = Trigger> {
  readonly lever: Lever
  readonly trigger: T
  readonly frameOn: boolean
}
export interface BoundSequence {
  readonly bound: Bound
  readonly ids: readonly string[]
  readonly gapMs: number
}
export interface BoundTogether {
  readonly bound: Bound
  readonly codes: readonly string[]
  readonly windowMs: number
}

/** Triggers and rules by the keys they begin with. */
export interface Bindings {
  readonly chords: ReadonlyMap<string, readonly Bound[]>
  readonly releases: ReadonlyMap<string, readonly Bound[]>
  readonly sequences: ReadonlyMap<string, readonly BoundSequence[]>
  /** By the key that holds the layer, then by chord. */
  readonly layers: ReadonlyMap<string, ReadonlyMap<string, readonly Bound[]>>
  readonly together: ReadonlyMap<string, readonly BoundTogether[]>
  readonly holds: ReadonlyMap<string, readonly Bound<TriggerOf<'hold'>>[]>
  /** Every chord trigger by its key, for telling near misses. */
  readonly byCode: ReadonlyMap<string, readonly Bound[]>
  readonly tapHolds: ReadonlyMap<string, Extract<KeyRule, { kind: 'tap-hold' }>>
  readonly remaps: ReadonlyMap<string, { readonly code: string; readonly modifiers: readonly Modifier[] }>
  readonly disabled: ReadonlySet<string>
  readonly types: ReadonlyMap<string, string>
  /** What each program does with the chords it claims. */
  readonly claims: ReadonlyMap<string, ReadonlyMap<string, string>>
  readonly timing: KeySettings['timing']
}

export function compileBindings({ levers, frames, programs, keys = DEFAULT_KEYS }: ResolverConfig): Bindings {
  const framesOn = new Set(frames.filter((frame) => frame.on).map((frame) => frame.id))
  const chords = new Map<string, Bound[]>()
  const releases = new Map<string, Bound[]>()
  const sequences = new Map<string, BoundSequence[]>()
  const layers = new Map<string, Map<string, Bound[]>>()
  const together = new Map<string, BoundTogether[]>()
  const holds = new Map<string, Bound<TriggerOf<'hold'>>[]>()
  const byCode = new Map<string, Bound[]>()
  const { timing, legends } = keys

  const readChord = (trigger: Trigger, text: string): Chord | undefined => {
    const chord = parseChord(text)
    return chord.ok ? onKeyboard(trigger, chord.value, legends) : undefined
  }

  for (const lever of withRows(levers, frames)) {
    for (const trigger of lever.triggers) {
      const bound = { lever, trigger, frameOn: framesOn.has(lever.frameId) }
      switch (trigger.kind) {
        case 'chord':
        case 'release': {
          const chord = readChord(trigger, trigger.chord)
          if (!chord) break
          add(trigger.kind === 'chord' ? chords : releases, chordId(chord), bound)
          add(byCode, chord.code, bound)
          break
        }
        case 'double': {
          const chord = readChord(trigger, trigger.chord)
          if (chord)
            add(sequences, chordId(chord), {
              bound,
              ids: [chordId(chord), chordId(chord)],
              gapMs: patienceOf(trigger, timing),
            })
          break
        }
        case 'sequence': {
          const parsed = parseSequence(trigger.sequence)
          const ids = parsed.ok ? parsed.value.map((chord) => chordId(onKeyboard(trigger, chord, legends))) : []
          if (ids.length > 1) add(sequences, ids[0]!, { bound, ids, gapMs: patienceOf(trigger, timing) })
          break
        }
        case 'layer': {
          const chord = readChord(trigger, trigger.chord)
          if (!chord) break
          if (!layers.has(trigger.hold)) layers.set(trigger.hold, new Map())
          add(layers.get(trigger.hold)!, chordId(chord), bound)
          break
        }
        case 'together':
          for (const code of trigger.keys)
            add(together, code, { bound, codes: trigger.keys, windowMs: patienceOf(trigger, timing) })
          break
        case 'hold':
          add(holds, trigger.key, bound as Bound<TriggerOf<'hold'>>)
          break
      }
    }
  }
  const inOrder = (a: Bound, b: Bound) =>
    specificity(b.lever.scope) - specificity(a.lever.scope) || a.lever.plate - b.lever.plate
  for (const map of [chords, releases, byCode, ...layers.values()]) for (const list of map.values()) list.sort(inOrder)
  for (const list of holds.values()) list.sort(inOrder)
  for (const list of [...sequences.values(), ...together.values()])
    (list as { bound: Bound }[]).sort((a, b) => inOrder(a.bound, b.bound))
  return {
    chords,
    releases,
    sequences,
    layers,
    together,
    holds,
    byCode,
    timing,
    claims: indexClaims(programs),
    ...compileRules(frames.filter((frame) => frame.on)),
  }
}

function compileRules(frames: readonly Frame[]): Pick<Bindings, 'tapHolds' | 'remaps' | 'disabled' | 'types'> {
  const tapHolds = new Map<string, Extract<KeyRule, { kind: 'tap-hold' }>>()
  const remaps = new Map<string, { code: string; modifiers: Modifier[] }>()
  const disabled = new Set<string>()
  const types = new Map<string, string>()
  // The first frame that has a rule for a key keeps it.
  for (const rule of frames.flatMap((frame) => frame.rules ?? [])) {
    switch (rule.kind) {
      case 'tap-hold':
        if (!tapHolds.has(rule.key)) tapHolds.set(rule.key, rule)
        break
      case 'remap': {
        const chord = modifierOfCode(rule.to) ? undefined : parseChord(rule.to)
        if (!remaps.has(rule.from))
          remaps.set(
            rule.from,
            chord?.ok
              ? { code: chord.value.code, modifiers: [...chord.value.modifiers] }
              : { code: rule.to, modifiers: [] },
          )
        break
      }
      case 'disable':
        disabled.add(rule.key)
        break
      case 'type': {
        const chord = parseChord(rule.chord)
        if (chord.ok && !types.has(chordId(chord.value))) types.set(chordId(chord.value), rule.text)
        break
      }
      case 'row':
        break
    }
  }
  return { tapHolds, remaps, disabled, types }
}

function indexClaims(programs: ResolverConfig['programs']): Map<string, Map<string, string>> {
  return new Map(
    Object.values(programs).map((program) => [
      program.id,
      new Map(
        program.claims.flatMap((claim) => {
          const chord = parseChord(claim.chord)
          return chord.ok ? [[chordId(chord.value), claim.does] as const] : []
        }),
      ),
    ]),
  )
}

function add<K, V>(map: Map<K, V[]>, key: K, value: V): void {
  const list = map.get(key)
  if (list) list.push(value)
  else map.set(key, [value])
}
