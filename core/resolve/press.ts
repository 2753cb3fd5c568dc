import { codeOfModifier, formatChord, modifierOfCode } from '../keys'
import type { Bound, BoundSequence } from './bindings'
import { forKeyboard } from './compileRules'
import type { Mapped } from './compileRules'
import { finish, isStillLive, pulled } from './decide'
import type { Deciding, Step } from './decide'
import { boundAt, candidateOf, judge, nearMisses, situationOf } from './judge'
import { isDisabled, mappedOf } from './layers'
import { keptBySystem, nameOf } from './named'
import type { Named } from './named'
import { findSequence, findTogether } from './patterns'
import { pressInLayer } from './pressInLayer'
import { repeat } from './repeat'
import type { Candidate, Decision } from './schema'
import { sendMapped, typeText } from './send'
import type { Pending, ResolverState } from './state'
import { holdMeaning, tapOrHold } from './tapOrHold'
import type { HoldMeaning } from './tapOrHold'

const itself = (bound: Bound) => bound
const ofSequence = (sequence: BoundSequence) => sequence.bound

/**
 * What a key that goes down comes to. In this order: part of something longer that was recognised; repeats; what a held
 * layer gives it; a rule that disables it; tap or hold; a rule that makes it a modifier; together, sequences, chords, releases; what
 * a rule types or makes of it; the program in front.
 */
export function press(deciding: Deciding, state: ResolverState, head: Pending): Step {
  const { bindings, isLost } = deciding
  const { event, settled } = head
  if (settled && !isLost) {
    const isOff = settled.kind === 'pull' && !isStillLive(bindings, settled.leverId!)
    return finish(state, head, isOff ? { ...settled, kind: 'swallow', reason: 'part' } : settled, { fate: 'kept' })
  }
  if (event.repeat) return repeat(deciding, state, head)
  const mapped = mappedOf(bindings, head)
  const named = nameOf(deciding, state, head, mapped)
  const inLayer = state.held.some((down) => down.fate === 'layer')
    ? pressInLayer(deciding, state, head, named)
    : { candidates: [] }
  if ('kind' in inLayer) return inLayer
  if (isDisabled(bindings, head))
    return finish(
      state,
      head,
      { kind: 'swallow', reason: 'disabled-key', candidates: inLayer.candidates },
      { fate: 'kept' },
    )
  const meaning = head.tapped
    ? undefined
    : holdMeaning(
        bindings,
        event.code,
        mapped?.code ?? event.code,
        situationOf(bindings, head),
        named.modifiers.length > 0,
      )
  if (meaning) return tapHold(deciding, state, head, mapped, meaning)
  return pressPlain(deciding, state, head, named, inLayer.candidates)
}

function tapHold(
  deciding: Deciding,
  state: ResolverState,
  head: Pending,
  mapped: Mapped | undefined,
  meaning: HoldMeaning,
): Step {
  const { bindings, nowMs, isLost } = deciding
  const { rule, bound, isLayer } = meaning
  const code = mapped?.code ?? head.event.code
  const ahead = isLost
    ? ({ kind: 'found', value: 'tap', atMs: head.event.atMs } as const)
    : tapOrHold(bindings, meaning, code, state.pending, state.held, state.oneShots, nowMs)
  const waits: Candidate[] = bound ? [candidateOf(bound, 'waits', meaning.holdMs)] : []
  if (ahead.kind === 'wait') return { kind: 'wait', untilMs: ahead.untilMs, candidates: waits }
  if (ahead.kind === 'none') throw new RangeError('a held key is a tap or a hold')
  if (ahead.value === 'tap') {
    const tapped = bound ? [candidateOf(bound, 'tapped', ahead.atMs - head.event.atMs)] : []
    if (rule?.tap) {
      const other: Mapped = { code: rule.tap, modifiers: [], isTap: true }
      const late = { ...state, settledAtMs: Math.max(state.settledAtMs, ahead.atMs) }
      return withCandidates(pressKey(deciding, late, head, nameOf(deciding, late, head, other), []), tapped)
    }
    const plain: Pending = { ...head, tapped: true }
    const step = press(
      deciding,
      { ...state, settledAtMs: Math.max(state.settledAtMs, ahead.atMs), pending: state.pending.with(0, plain) },
      plain,
    )
    return withCandidates(step, tapped)
  }
  const isPulled = bound && (ahead.value === 'in-time' || (bound.trigger.nested === true && !isLayer))
  if (isPulled) return pulled(state, head, bound, {}, [candidateOf(bound, 'fired')], ahead.atMs)
  if (rule?.hold.kind === 'modifiers') {
    const out = rule.hold.modifiers.map(codeOfModifier)
    return finish(
      state,
      head,
      { kind: 'replace', reason: 'hold-modifiers', outputs: out.map((each) => ({ kind: 'down', code: each })) },
      { fate: 'modifiers', modifiers: rule.hold.modifiers, out },
      ahead.atMs,
    )
  }
  return finish(state, head, { kind: 'swallow', reason: 'layer-on' }, { fate: 'layer' }, ahead.atMs)
}

function withCandidates(step: Step, more: readonly Candidate[]): Step {
  if (step.kind === 'wait' || more.length === 0) return step
  return {
    ...step,
    decisions: step.decisions.map((decision) => ({ ...decision, candidates: [...more, ...decision.candidates] })),
  }
}

/** A key that is neither held for its own sake nor had by a layer. */
function pressPlain(deciding: Deciding, state: ResolverState, head: Pending, named: Named, inLayer: Candidate[]): Step {
  const { event } = head
  const { mapped } = named
  if (mapped?.acts) return sendMapped(state, head, mapped, { candidates: inLayer })
  if (modifierOfCode(event.code) !== undefined && !mapped)
    return finish(state, head, { kind: 'pass', reason: 'modifier' }, { fate: 'passed' })
  return pressKey(deciding, state, head, named, inLayer)
}

/** A key that is pressed as itself, or as the one a rule makes of it. */
function pressKey(deciding: Deciding, state: ResolverState, head: Pending, named: Named, inLayer: Candidate[]): Step {
  const { bindings, nowMs, isLost } = deciding
  const { frontProgramId, event } = head
  const reserved = keptBySystem(state, head, named)
  if (reserved) return reserved
  const claim = bindings.claims.get(frontProgramId ?? '')?.get(named.names[0]!)
  const shared = { chord: formatChord(named.chord), ...(claim === undefined ? {} : { claim }) }
  if (isLost) return passOn(deciding, state, head, named, shared, [], event.atMs)

  const { code } = named.chord
  const together = findTogether(bindings, bindings.together.get(code) ?? [], code, state.pending, nowMs)
  if (together.kind === 'wait') return { kind: 'wait', untilMs: together.untilMs, candidates: [] }
  if (together.kind === 'found') {
    const { bound } = together.value.together
    return settleParts(deciding, state, together.value.indices, bound, [candidateOf(bound, 'fired')], shared.chord)
  }

  const options = boundAt(bindings.sequences, named.names, ofSequence)
  const sequence = findSequence(bindings, options, state, named.names, nowMs, claim !== undefined)
  if (sequence.kind === 'wait') return { kind: 'wait', untilMs: sequence.untilMs, candidates: sequence.candidates }
  if (sequence.kind === 'found') {
    const { bound } = sequence.value.sequence
    return settleParts(deciding, state, sequence.value.indices, bound, sequence.candidates, shared.chord)
  }

  const atMs = Math.max(together.atMs, sequence.atMs)
  const before = [...inLayer, ...(together.failed ?? []), ...sequence.candidates]
  return pressChord(deciding, state, head, named, shared, before, before.length > 0 ? atMs : event.atMs)
}

/** Marks the presses that make something longer; the last of them pulls its lever. */
function settleParts(
  deciding: Deciding,
  state: ResolverState,
  indices: readonly number[],
  bound: Bound,
  candidates: Candidate[],
  chord: string,
): Step {
  const pending = state.pending.map((entry, i): Pending => {
    if (!indices.includes(i)) return entry
    return i === indices.at(-1)
      ? { ...entry, settled: { kind: 'pull', reason: 'fired', leverId: bound.lever.id, candidates, chord } }
      : { ...entry, settled: { kind: 'swallow', reason: 'part', candidates: [], chord } }
  })
  const lastAtMs = state.pending[indices.at(-1)!]!.event.atMs
  return press(deciding, { ...state, pending, settledAtMs: Math.max(state.settledAtMs, lastAtMs) }, pending[0]!)
}

function pressChord(
  deciding: Deciding,
  state: ResolverState,
  head: Pending,
  named: Named,
  shared: Pick<Decision, 'chord' | 'claim'>,
  before: Candidate[],
  atMs: number,
): Step {
  const { bindings } = deciding
  const situation = situationOf(bindings, head)
  const isClaimed = shared.claim !== undefined
  const chordBounds = boundAt(bindings.chords, named.names, itself)
  const releaseBounds = boundAt(bindings.releases, named.names, itself)
  const chords = judge(chordBounds, situation, isClaimed)
  const misses = nearMisses(bindings, named.chord.code, [chordBounds, releaseBounds])
  const candidates = [...before, ...chords.candidates, ...misses]
  if (chords.winner) return pulled(state, head, chords.winner, shared, candidates, atMs)
  const releases = judge(releaseBounds, situation, isClaimed)
  if (releases.winner) {
    const onRelease = {
      leverId: releases.winner.lever.id,
      triggerId: releases.winner.trigger.id,
      decision: { chord: shared.chord, frontProgramId: head.frontProgramId, candidates: releases.candidates },
    }
    const waiting = releases.candidates.map((entry) =>
      entry.verdict === 'fired' ? { ...entry, verdict: 'waits' as const } : entry,
    )
    return finish(
      state,
      head,
      { ...shared, kind: 'swallow', reason: 'waits-release', candidates: [...candidates, ...waiting] },
      { fate: 'kept', onRelease },
      atMs,
    )
  }
  const exact = [...before, ...chords.candidates, ...releases.candidates]
  return passOn(deciding, state, head, named, shared, [...candidates, ...releases.candidates], atMs, exact)
}

/** What no lever takes: a rule types something or makes it another key, or the program in front has it. */
function passOn(
  deciding: Deciding,
  state: ResolverState,
  head: Pending,
  { mapped, names }: Named,
  shared: Pick<Decision, 'chord' | 'claim'>,
  candidates: Candidate[],
  atMs: number,
  exact: readonly Candidate[] = [],
): Step {
  const typed = forKeyboard(deciding.bindings.types.get(names[0]!), head.event.keyboard)
  if (typed) return typeText(state, head, typed, { ...shared, candidates, atMs })
  if (mapped) return sendMapped(state, head, mapped, { ...shared, candidates, atMs })
  const reason = exact.some((entry) => entry.verdict === 'program-first')
    ? 'program-first'
    : exact.length > 0
      ? 'no-candidate-live'
      : 'no-trigger'
  const isArmed = state.oneShots.some(({ untilMs }) => head.event.atMs < untilMs)
  if (isArmed) return sendMapped(state, head, { code: head.event.code, modifiers: [] }, { ...shared, candidates, atMs })
  return finish(state, head, { ...shared, kind: 'pass', reason, candidates }, { fate: 'passed' }, atMs)
}
