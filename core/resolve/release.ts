import { modifierOfCode } from '../keys'
import type { TriggerOf } from '../levers'
import { patienceOf } from '../levers'
import type { Bound } from './bindings'
import { forKeyboard } from './compileRules'
import { finish, isStillLive } from './decide'
import type { Deciding, Step } from './decide'
import { candidateOf, hindrance, situationOf } from './judge'
import type { OneShot, Pending, ResolverState } from './state'

/** How long a modifier that was tapped holds for the next key, where its rule does not say. */
const ONE_SHOT_MS = 2000

/** A key comes up as it went down. */
export function release(deciding: Deciding, state: ResolverState, head: Pending): Step {
  const down = state.held.find((entry) => entry.code === head.event.code)
  if (down?.onRelease) {
    const { leverId, triggerId, decision } = down.onRelease
    const isPulled = !deciding.isLost && isStillLive(deciding.bindings, leverId, triggerId)
    if (isPulled) return finish(state, head, { kind: 'pull', reason: 'fired', leverId, ...decision })
    return finish(state, head, { kind: 'swallow', reason: 'released' })
  }
  switch (down?.fate) {
    case 'kept':
    case 'layer':
      return finish(state, head, { kind: 'swallow', reason: 'released' })
    case 'replaced':
    case 'modifiers':
      return finish(state, head, {
        kind: 'replace',
        reason: 'released',
        outputs: (down.out ?? []).toReversed().map((code) => ({ kind: 'up', code })),
      })
    default:
      return isTap(deciding, state, head) ? tap(deciding, state, head) : finish(state, head, passedUp)
  }
}

const passedUp = { kind: 'pass', reason: 'released' } as const

/** A modifier that went down and up by itself, within the time of a hold. */
function isTap({ bindings, isLost }: Deciding, { lastPress, held }: ResolverState, { event }: Pending): boolean {
  return (
    !isLost &&
    event.lost !== true &&
    (bindings.taps.size > 0 || bindings.oneShots.size > 0) &&
    modifierOfCode(event.code) !== undefined &&
    lastPress?.code === event.code &&
    held.every((down) => down.code === event.code || down.fate === 'modifiers' || down.fate === 'layer') &&
    event.atMs - lastPress.atMs < bindings.timing.holdMs
  )
}

function tap({ bindings, nowMs }: Deciding, state: ResolverState, head: Pending): Step {
  const { code, atMs } = head.event
  const situation = situationOf(bindings, head)
  const live = (times: 1 | 2) =>
    bindings.taps.get(code)?.find((bound) => bound.trigger.times === times && !hindrance(bound, situation, false))
  const [single, double] = [live(1), live(2)]
  const gapMs = double ? patienceOf(double.trigger, bindings.timing) : 0
  const { lastTap, lastPress } = state
  if (double && lastTap?.code === code && lastPress!.atMs - lastTap.atMs < gapMs)
    return fire({ ...state, lastTap: null }, head, double)
  const tapped: ResolverState = { ...state, lastTap: { code, atMs } }
  if (single) {
    const next = state.pending.find((entry, i) => i > 0 && entry.event.kind === 'down' && entry.event.repeat !== true)
    const isSecond = next?.event.code === code && next.event.atMs - atMs < gapMs
    if (double && !next && nowMs < atMs + gapMs)
      return { kind: 'wait', untilMs: atMs + gapMs, candidates: [candidateOf(double, 'waits', gapMs)] }
    if (!isSecond) return fire(tapped, head, single)
  }
  const rule = forKeyboard(bindings.oneShots.get(code), head.event.keyboard)
  if (!rule) return finish(tapped, head, passedUp)
  const modifier = (code === 'AltRight' && bindings.hasAltGr ? 'AltGr' : modifierOfCode(code))!
  const others = state.oneShots.filter((shot) => shot.modifier !== modifier)
  // Tapped again, it is let go of.
  if (others.length < state.oneShots.length) return finish({ ...tapped, oneShots: others }, head, passedUp)
  const shot: OneShot = { code, modifier, untilMs: atMs + (rule.withinMs ?? ONE_SHOT_MS) }
  return finish({ ...tapped, oneShots: [...others, shot] }, head, { kind: 'pass', reason: 'armed' })
}

/** The lever is pulled, and the program is told that the modifier is up, since it was told that it is down. */
function fire(state: ResolverState, head: Pending, bound: Bound<TriggerOf<'tap'>>): Step {
  return finish(state, head, {
    kind: 'pull',
    reason: 'fired',
    leverId: bound.lever.id,
    outputs: [{ kind: 'up', code: head.event.code }],
    candidates: [candidateOf(bound, 'fired')],
  })
}
