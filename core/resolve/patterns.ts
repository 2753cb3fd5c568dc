import { chordId, modifierOfCode } from '../keys'
import type { KeyRule } from '../levers'
import type { Bindings, Bound, BoundSequence, BoundTogether } from './bindings'
import { candidateOf, hindrance } from './judge'
import type { Candidate } from './schema'
import { effectiveModifiers } from './state'
import type { Pending, ResolverState } from './state'

/** Looking ahead through what is held back came to something, to nothing, or must wait for more. */
export type Ahead<T> =
  | { readonly kind: 'found'; readonly value: T; readonly atMs: number }
  | { readonly kind: 'none'; readonly atMs: number }
  | { readonly kind: 'wait'; readonly untilMs: number }

const isPress = (pending: Pending) => pending.event.kind === 'down' && !pending.event.repeat

/** What holding a key does, if it does anything else than the key itself. */
export interface HoldMeaning {
  readonly holdMs: number
  readonly rule?: Extract<KeyRule, { kind: 'tap-hold' }>
  /** The lever that is pulled once it is held long enough. */
  readonly bound?: Bound
  readonly isLayer: boolean
}

export function holdMeaning(
  bindings: Bindings,
  code: string,
  frontProgramId: string | undefined,
): HoldMeaning | undefined {
  const rule = bindings.tapHolds.get(code)
  const bound = bindings.holds.get(code)?.find((entry) => !hindrance(entry, bindings.framesOn, frontProgramId, false))
  const layer = bindings.layers.get(code)
  const isLayer =
    rule?.hold.kind === 'layer' ||
    (layer !== undefined &&
      [...layer.values()].some((list) =>
        list.some((entry) => !hindrance(entry, bindings.framesOn, frontProgramId, false)),
      ))
  if (!rule && !bound && !isLayer) return undefined
  const holdMs = rule?.holdMs ?? bound?.trigger.holdMs ?? bindings.timing.holdMs
  return { holdMs, ...(rule ? { rule } : {}), ...(bound ? { bound } : {}), isLayer }
}

/**
 * Tap or hold. It is a hold once the time is over, or once another key went down and up while it is down; a tap when it
 * comes up before either. `nested` says that another key made it a hold.
 */
export function tapOrHold(
  pending: readonly Pending[],
  holdMs: number,
  nowMs: number,
): Ahead<{ hold: boolean; nested: boolean }> {
  const [head, ...later] = pending
  const { code, atMs } = head!.event
  const deadlineMs = atMs + holdMs
  const others = new Set<string>()
  for (const { event } of later) {
    if (event.atMs >= deadlineMs) break
    if (event.code === code && event.kind === 'up')
      return { kind: 'found', value: { hold: false, nested: false }, atMs: event.atMs }
    if (event.code === code || modifierOfCode(event.code)) continue
    if (event.kind === 'down' && !event.repeat) others.add(event.code)
    else if (event.kind === 'up' && others.has(event.code))
      return { kind: 'found', value: { hold: true, nested: true }, atMs: event.atMs }
  }
  return nowMs >= deadlineMs
    ? { kind: 'found', value: { hold: true, nested: false }, atMs: deadlineMs }
    : { kind: 'wait', untilMs: deadlineMs }
}

/** Keys that go down within a window, in any order, with no other key between. The indices are those in `pending`. */
export function findTogether(
  options: readonly BoundTogether[],
  framesOn: Bindings['framesOn'],
  pending: readonly Pending[],
  nowMs: number,
): Ahead<{ together: BoundTogether; indices: number[] }> & { failed?: Candidate[] } {
  const head = pending[0]!
  let waitUntilMs = 0
  let noneAtMs = head.event.atMs
  const failed: Candidate[] = []
  for (const together of options) {
    const blocked = hindrance(together.bound, framesOn, head.frontProgramId, false)
    if (blocked) {
      failed.push(candidateOf(together.bound, blocked))
      continue
    }
    const deadlineMs = head.event.atMs + together.windowMs
    const missing = new Set(together.codes.filter((code) => code !== head.event.code))
    const indices = [0]
    let endedAtMs: number | undefined
    for (let i = 1; i < pending.length && missing.size > 0; i++) {
      const { event } = pending[i]!
      if (event.atMs >= deadlineMs) break
      if (event.kind === 'up' && event.code === head.event.code) endedAtMs = event.atMs
      if (isPress(pending[i]!) && !modifierOfCode(event.code)) {
        if (missing.delete(event.code)) indices.push(i)
        else endedAtMs = event.atMs
      }
      if (endedAtMs !== undefined) break
    }
    if (missing.size === 0)
      return { kind: 'found', value: { together, indices }, atMs: pending[indices.at(-1)!]!.event.atMs }
    if (endedAtMs === undefined && nowMs < deadlineMs) waitUntilMs = Math.max(waitUntilMs, deadlineMs)
    else {
      failed.push(candidateOf(together.bound, 'not-together'))
      noneAtMs = Math.max(noneAtMs, endedAtMs ?? deadlineMs)
    }
  }
  return waitUntilMs > 0 ? { kind: 'wait', untilMs: waitUntilMs } : { kind: 'none', atMs: noneAtMs, failed }
}

/** The longest sequence that the presses held back make, once no longer one can follow. */
export function findSequence(
  options: readonly BoundSequence[],
  framesOn: Bindings['framesOn'],
  state: ResolverState,
  nowMs: number,
  isClaimed: boolean,
): Ahead<{ sequence: BoundSequence; indices: number[] }> & { candidates: Candidate[] } {
  const { pending } = state
  const front = pending[0]!.frontProgramId
  const presses = pending.flatMap((entry, index) =>
    isPress(entry) && !modifierOfCode(entry.event.code)
      ? [
          {
            index,
            atMs: entry.event.atMs,
            id: chordId({ modifiers: effectiveModifiers(state, entry), code: entry.event.code }),
          },
        ]
      : [],
  )
  const candidates: Candidate[] = []
  let best: { sequence: BoundSequence; indices: number[]; atMs: number } | undefined
  let waitUntilMs = 0
  let noneAtMs = pending[0]!.event.atMs
  for (const sequence of options) {
    const blocked = hindrance(sequence.bound, framesOn, front, isClaimed)
    if (blocked) {
      candidates.push(candidateOf(sequence.bound, blocked))
      continue
    }
    const { verdict, untilMs, matched } = followSequence(sequence, presses, nowMs)
    if (verdict === 'fired') {
      const indices = presses.slice(0, matched).map((press) => press.index)
      if (!best || sequence.ids.length > best.sequence.ids.length)
        best = { sequence, indices, atMs: presses[matched - 1]!.atMs }
      candidates.push(candidateOf(sequence.bound, 'fired'))
    } else if (verdict === 'waits') {
      waitUntilMs = Math.max(waitUntilMs, untilMs)
      candidates.push(candidateOf(sequence.bound, 'waits', untilMs - nowMs))
    } else {
      noneAtMs = Math.max(noneAtMs, untilMs)
      candidates.push(candidateOf(sequence.bound, verdict, verdict === 'too-late' ? sequence.gapMs : undefined))
    }
  }
  if (waitUntilMs > 0) return { kind: 'wait', untilMs: waitUntilMs, candidates }
  const settled = candidates.map((candidate) =>
    candidate.verdict === 'fired' && candidate.triggerId !== best?.sequence.bound.trigger.id
      ? { ...candidate, verdict: 'outranked' as const }
      : candidate,
  )
  return best
    ? { kind: 'found', value: best, atMs: Math.max(best.atMs, noneAtMs), candidates: settled }
    : { kind: 'none', atMs: noneAtMs, candidates: settled }
}

interface PressSeen {
  readonly atMs: number
  readonly id: string
}

/** How far presses follow a sequence. `untilMs` is until when it waits, or when it was known that it fails. */
function followSequence(
  { ids, gapMs }: BoundSequence,
  presses: readonly PressSeen[],
  nowMs: number,
): { verdict: 'fired' | 'waits' | 'not-followed' | 'too-late'; untilMs: number; matched: number } {
  for (let i = 1; i < ids.length; i++) {
    const deadlineMs = presses[i - 1]!.atMs + gapMs
    const press = presses[i]
    if (!press || press.atMs >= deadlineMs)
      return { verdict: nowMs >= deadlineMs ? 'too-late' : 'waits', untilMs: deadlineMs, matched: i }
    if (press.id !== ids[i]) return { verdict: 'not-followed', untilMs: press.atMs, matched: i }
  }
  return { verdict: 'fired', untilMs: presses[ids.length - 1]!.atMs, matched: ids.length }
}
