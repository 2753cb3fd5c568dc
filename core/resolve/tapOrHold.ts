import { modifierOfCode } from '../keys'
import type { TriggerOf } from '../levers'
import type { Bindings, Bound } from './bindings'
import { forKeyboard } from './compileRules'
import type { RuleOf } from './compileRules'
import { layerOwns } from './layers'
import { hindrance } from './judge'
import type { Situation } from './judge'
import type { Down, OneShot, Pending } from './state'

/** Looking ahead through what is held back came to something, to nothing, or must wait for more. */
export type Ahead<T> =
  | { readonly kind: 'found'; readonly value: T; readonly atMs: number }
  | { readonly kind: 'none'; readonly atMs: number }
  | { readonly kind: 'wait'; readonly untilMs: number }

/** What holding a key does, if it does anything else than the key itself. */
export interface HoldMeaning {
  readonly holdMs: number
  readonly rule?: RuleOf<'tap-hold'>
  /** The lever that is pulled once it is held long enough. */
  readonly bound?: Bound<TriggerOf<'hold'>>
  readonly isLayer: boolean
}

/**
 * What holding a key means. `mapped` is the key that a rule makes of it, which is the one that levers mean. With
 * modifiers down a key is not held for the sake of a lever, but part of a chord.
 */
export function holdMeaning(
  bindings: Bindings,
  code: string,
  mapped: string,
  situation: Situation,
  hasModifiers: boolean,
): HoldMeaning | undefined {
  const rule = forKeyboard(bindings.tapHolds.get(code), situation.keyboard)
  const bound =
    hasModifiers && modifierOfCode(code) === undefined
      ? undefined
      : bindings.holds.get(mapped)?.find((entry) => !hindrance(entry, situation, false))
  const layer = bindings.layers.get(mapped)
  let layerMs: number | undefined
  if (layer) {
    for (const list of layer.values()) {
      for (const entry of list) {
        if (hindrance(entry, situation, false)) continue
        const { trigger } = entry
        layerMs = Math.min(
          layerMs ?? Infinity,
          (trigger.kind === 'layer' ? trigger.holdMs : undefined) ?? bindings.timing.holdMs,
        )
      }
    }
  }
  const isLayer = rule?.hold.kind === 'layer' || layerMs !== undefined || bindings.inLayer.has(code)
  if (!rule && !bound && !isLayer) return undefined
  const holdMs = rule?.holdMs ?? bound?.trigger.holdMs ?? layerMs ?? bindings.timing.holdMs
  return { holdMs, ...(rule ? { rule } : {}), ...(bound ? { bound } : {}), isLayer }
}

export type Held = 'tap' | 'in-time' | 'nested'

/**
 * Tap or hold. It is a hold once its time is over; before that, where another key makes it one, once such a key went
 * down and up while it is down; a tap when it comes up before either. A modifier that is held for the sake of a lever is
 * none as soon as another key goes down: it is used as a modifier then.
 */
export function tapOrHold(
  bindings: Bindings,
  { rule, bound, isLayer, holdMs }: HoldMeaning,
  mapped: string,
  pending: readonly Pending[],
  held: readonly Down[],
  oneShots: readonly OneShot[],
  nowMs: number,
): Ahead<Held> {
  const [head, ...later] = pending
  const { code, atMs } = head!.event
  const deadlineMs = atMs + holdMs
  const isUsedAsModifier = modifierOfCode(code) !== undefined && !rule && !isLayer && bound!.trigger.nested !== true
  const others = new Set<string>()
  for (const entry of later) {
    const { event } = entry
    if (event.atMs >= deadlineMs) break
    if (event.code === code && event.kind === 'up') return { kind: 'found', value: 'tap', atMs: event.atMs }
    if (event.code === code || modifierOfCode(event.code)) continue
    if (event.kind === 'down' && !event.repeat) {
      if (isUsedAsModifier) return { kind: 'found', value: 'tap', atMs: event.atMs }
      if (
        bound?.trigger.nested === true ||
        (rule && rule.nested !== false && rule.hold.kind === 'modifiers') ||
        (isLayer && rule?.nested !== false && layerOwns(bindings, code, mapped, entry, held, oneShots))
      )
        others.add(event.code)
    } else if (event.kind === 'up' && others.has(event.code))
      return { kind: 'found', value: 'nested', atMs: event.atMs }
  }
  return nowMs >= deadlineMs
    ? { kind: 'found', value: 'in-time', atMs: deadlineMs }
    : { kind: 'wait', untilMs: deadlineMs }
}
