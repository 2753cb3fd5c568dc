import { modifierOfCode } from '../keys'
import type { Bindings, BoundSequence, BoundTogether } from './bindings'
import { candidateOf, hindrance, situationOf } from './judge'
import { isDisabled, mappedOf } from './layers'
import { project } from './project'
import type { PressSeen, Projection } from './project'
import type { Candidate } from './schema'
import type { Pending, ResolverState } from './state'
import type { Ahead } from './tapOrHold'

const isPress = (pending: Pending) => pending.event.kind === 'down' && !pending.event.repeat

/**
 * Keys that go down within a window, in any order, with no other key between; `code` is what the first counts as. The
 * indices are those in `pending`.
 */
export function findTogether(
  bindings: Bindings,
  options: readonly BoundTogether[],
  code: string,
  pending: readonly Pending[],
  nowMs: number,
): Ahead<{ together: BoundTogether; indices: number[] }> & { failed?: Candidate[] } {
  const head = pending[0]!
  const situation = situationOf(bindings, head)
  let waitUntilMs = 0
  let noneAtMs = head.event.atMs
  const failed: Candidate[] = []
  for (const together of options) {
    const blocked = hindrance(together.bound, situation, false)
    if (blocked) {
      failed.push(candidateOf(together.bound, blocked))
      continue
    }
    const deadlineMs = head.event.atMs + together.windowMs
    const missing = new Set(together.codes.filter((other) => other !== code))
    const indices = [0]
    let endedAtMs: number | undefined
    for (let i = 1; i < pending.length && missing.size > 0; i++) {
      const { event } = pending[i]!
      if (event.atMs >= deadlineMs) break
      if (event.kind === 'up' && event.code === head.event.code) endedAtMs = event.atMs
      if (isPress(pending[i]!) && !modifierOfCode(event.code) && !isDisabled(bindings, pending[i]!)) {
        if (missing.delete(mappedOf(bindings, pending[i]!)?.code ?? event.code)) indices.push(i)
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

/**
 * The longest sequence that the presses held back make, once no longer one can follow. `names` is what the first press
 * is called. A modifier that was down with the first and is down still does not count for those that follow, unless a
 * sequence wants it.
 */
export function findSequence(
  bindings: Bindings,
  options: readonly BoundSequence[],
  state: ResolverState,
  names: readonly string[],
  nowMs: number,
  isClaimed: boolean,
): Ahead<{ sequence: BoundSequence; indices: number[] }> & { candidates: Candidate[] } {
  const head = state.pending[0]!
  const candidates: Candidate[] = []
  if (options.length === 0) return { kind: 'none', atMs: head.event.atMs, candidates }
  const situation = situationOf(bindings, head)
  const projection = project(bindings, state, names, nowMs)
  let best: { sequence: BoundSequence; indices: number[]; atMs: number; exact: number } | undefined
  let waitUntilMs = 0
  let noneAtMs = head.event.atMs
  for (const sequence of options) {
    const blocked = hindrance(sequence.bound, situation, isClaimed)
    if (blocked) {
      candidates.push(candidateOf(sequence.bound, blocked))
      continue
    }
    const { verdict, untilMs, matched, exact } = followSequence(sequence, projection, nowMs)
    if (verdict === 'fired') {
      const parts = projection.presses.slice(0, matched)
      const isBetter =
        !best ||
        sequence.ids.length > best.sequence.ids.length ||
        (sequence.ids.length === best.sequence.ids.length && exact > best.exact)
      if (isBetter) best = { sequence, indices: parts.map((press) => press.index), atMs: parts.at(-1)!.atMs, exact }
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
    candidate.verdict === 'fired' &&
    (candidate.leverId !== best?.sequence.bound.lever.id || candidate.triggerId !== best.sequence.bound.trigger.id)
      ? { ...candidate, verdict: 'outranked' as const }
      : candidate,
  )
  return best
    ? { kind: 'found', value: best, atMs: Math.max(best.atMs, noneAtMs), candidates: settled }
    : { kind: 'none', atMs: noneAtMs, candidates: settled }
}

/**
 * How far presses follow a sequence. `untilMs` is until when it waits, or when it was known that it fails; `exact`
 * counts the presses that have just the modifiers that are asked for.
 */
function followSequence(
  { ids, gapMs }: BoundSequence,
  { presses, open }: Projection,
  nowMs: number,
): { verdict: 'fired' | 'waits' | 'not-followed' | 'too-late'; untilMs: number; matched: number; exact: number } {
  const front = presses[0]!.frontProgramId
  let exact = 1
  for (let i = 1; i < ids.length; i++) {
    const deadlineMs = presses[i - 1]!.atMs + gapMs
    const press = presses[i]
    if (!press && open && open.atMs < deadlineMs) return { verdict: 'waits', untilMs: open.untilMs, matched: i, exact }
    if (!press || press.atMs >= deadlineMs)
      return { verdict: nowMs >= deadlineMs ? 'too-late' : 'waits', untilMs: deadlineMs, matched: i, exact }
    const isExact = press.names.includes(ids[i]!)
    if (press.frontProgramId !== front || (!isExact && !press.leftOver.includes(ids[i]!)))
      return { verdict: 'not-followed', untilMs: knownAtMs(press), matched: i, exact }
    if (isExact) exact += 1
  }
  return { verdict: 'fired', untilMs: presses[ids.length - 1]!.atMs, matched: ids.length, exact }
}

const knownAtMs = ({ atMs }: PressSeen) => atMs
