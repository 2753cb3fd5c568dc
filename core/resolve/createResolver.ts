import { chordId, formatChord, modifierOfCode, reservationOf } from '../keys'
import type { Chord, Modifier } from '../keys'
import { BindingIndex } from './bindings'
import type { Bindings, BindingUpdate, Bound, ResolverConfig } from './bindings'
import { candidateOf, judge, nearMisses } from './judge'
import { findSequence, findTogether, holdMeaning, tapOrHold } from './patterns'
import type { HoldMeaning } from './patterns'
import type { Candidate, Decision, KeyEvent, KeyOutput, Press } from './schema'
import { effectiveModifiers, INITIAL, modifiersOf, outputsDown } from './state'
import type { Down, Pending, ResolverState } from './state'

export interface ResolverContext {
  readonly frontProgramId?: string
}

export interface Resolver {
  readonly initial: ResolverState
  /**
   * One event in, the state after it and what becomes of it and of what was held back. Pure: equal arguments give equal
   * results.
   */
  readonly next: (
    state: ResolverState,
    event: KeyEvent,
    context: ResolverContext,
  ) => { state: ResolverState; decisions: Decision[] }
  /**
   * The resolver after an edit, made from this one, which must not be used any more. The states it left are good for
   * it.
   */
  readonly updated: (update: BindingUpdate) => Resolver
}

/** The head of what is held back, decided; or until when it waits, with what for. */
type Step =
  | { readonly kind: 'decided'; readonly state: ResolverState; readonly decisions: readonly Decision[] }
  | { readonly kind: 'wait'; readonly untilMs: number; readonly candidates: readonly Candidate[] }

/**
 * The key engine. Every key event is decided exactly once, in order: it pulls a lever, is passed on, swallowed or
 * replaced; what cannot be
 * decided yet is held back, and everything after it too. A more specific scope wins; among equals the lower plate does.
 * Where the program
 * in front claims the chord, the trigger's `wins` decides. A key comes up as it went down. Time goes on with the
 * events; what a time-out
 * decides is the same whether it is told by a tick or found with the next event.
 */
export function createResolver(config: ResolverConfig): Resolver {
  return resolverOf(new BindingIndex(config))
}

function resolverOf(index: BindingIndex): Resolver {
  const { bindings } = index
  return {
    initial: INITIAL,
    next: (state, event, context) => advance(bindings, state, event, context),
    updated(update) {
      index.update(update)
      return resolverOf(index)
    },
  }
}

function advance(
  bindings: Bindings,
  before: ResolverState,
  event: KeyEvent,
  context: ResolverContext,
): { state: ResolverState; decisions: Decision[] } {
  const nowMs = Math.max(before.nowMs, event.atMs)
  const first = settle(bindings, { ...before, nowMs }, nowMs)
  if (event.kind === 'tick') return first
  if (event.kind === 'blur') {
    const flushed = settle(bindings, first.state, Infinity)
    const released = outputsDown(flushed.state.held)
    const lost: Decision = {
      kind: 'pass',
      event,
      reason: 'focus-lost',
      candidates: [],
      ...(released.length > 0 ? { released } : {}),
    }
    return {
      state: { ...INITIAL, nowMs, settledAtMs: nowMs },
      decisions: [...first.decisions, ...flushed.decisions, lost],
    }
  }
  const pressed: Press = event
  const state = lostReleases(first.state, pressed).reduce((now, lost) => enqueue(now, lost, context), first.state)
  const last = settle(bindings, enqueue(state, pressed, context), nowMs)
  const stillHeld = last.state.pending.at(-1)?.event === pressed
  const waiting: Decision[] = stillHeld
    ? [
        {
          kind: 'wait',
          event: pressed,
          reason: 'held-back',
          frontProgramId: context.frontProgramId,
          untilMs: last.state.waitUntilMs!,
          candidates: [...last.waits],
          ...(pressed.kind === 'down' && !modifierOfCode(pressed.code)
            ? { chord: formatChord({ modifiers: modifiersOf(last.state.physical, pressed), code: pressed.code }) }
            : {}),
        },
      ]
    : []
  return { state: last.state, decisions: [...first.decisions, ...last.decisions, ...waiting] }
}

function enqueue(state: ResolverState, event: Press, { frontProgramId }: ResolverContext): ResolverState {
  const others = state.physical.filter((code) => code !== event.code)
  const physical = event.kind === 'down' ? [...others, event.code] : others
  const entry: Pending = {
    event,
    modifiers: modifiersOf(physical, event),
    ...(frontProgramId === undefined ? {} : { frontProgramId }),
  }
  return { ...state, physical, pending: [...state.pending, entry] }
}

/** Keys that must have come up unseen: modifiers that the event itself says are up, and a key that goes down anew. */
function lostReleases({ physical }: ResolverState, event: Press): Press[] {
  const flags = event.modifiers
  return physical
    .filter((code) => {
      const modifier = modifierOfCode(code)
      if (code === event.code) return event.kind === 'down' && event.repeat !== true
      return modifier !== undefined && flags !== undefined && !flags[modifier]
    })
    .map((code) => ({ kind: 'up', code, atMs: event.atMs, lost: true }))
}

function settle(
  bindings: Bindings,
  start: ResolverState,
  nowMs: number,
): { state: ResolverState; decisions: Decision[]; waits: readonly Candidate[] } {
  const decisions: Decision[] = []
  let state = start
  while (state.pending.length > 0) {
    const step = decide(bindings, state, nowMs)
    if (step.kind === 'wait')
      return { state: { ...state, waitUntilMs: step.untilMs }, decisions, waits: step.candidates }
    state = step.state
    decisions.push(...step.decisions)
  }
  return { state: state.waitUntilMs === null ? state : { ...state, waitUntilMs: null }, decisions, waits: [] }
}

function decide(bindings: Bindings, state: ResolverState, nowMs: number): Step {
  const [head] = state.pending
  return head!.event.kind === 'up' ? release(state, head!) : press(bindings, state, head!, nowMs)
}

type Outcome = Pick<Decision, 'kind' | 'reason'> &
  Partial<Pick<Decision, 'leverId' | 'candidates' | 'outputs' | 'chord' | 'claim'>>

/** Takes the head off with what became of it. `down` is what stays held of it. */
function finish(
  state: ResolverState,
  head: Pending,
  outcome: Outcome,
  down?: Omit<Down, 'code'>,
  atMs = head.event.atMs,
): Step {
  const settledAtMs = Math.max(state.settledAtMs, atMs)
  const lateMs = settledAtMs - head.event.atMs
  const others = state.held.filter((entry) => entry.code !== head.event.code)
  return {
    kind: 'decided',
    state: {
      ...state,
      pending: state.pending.slice(1),
      settledAtMs,
      held: down ? [...others, { code: head.event.code, ...down }] : head.event.kind === 'up' ? others : state.held,
    },
    decisions: [
      {
        ...outcome,
        event: head.event,
        frontProgramId: head.frontProgramId,
        candidates: outcome.candidates ?? [],
        ...(lateMs > 0 && Number.isFinite(lateMs) ? { lateMs } : {}),
      },
    ],
  }
}

function release(state: ResolverState, head: Pending): Step {
  const down = state.held.find((entry) => entry.code === head.event.code)
  if (down?.onRelease)
    return finish(state, head, {
      kind: 'pull',
      reason: 'fired',
      leverId: down.onRelease.leverId,
      ...down.onRelease.decision,
    })
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
      return finish(state, head, { kind: 'pass', reason: 'released' })
  }
}

function press(bindings: Bindings, state: ResolverState, head: Pending, nowMs: number): Step {
  const { event, settled, frontProgramId } = head
  if (settled) return finish(state, head, settled, { fate: 'kept' })
  if (event.repeat) return repeat(state, head)
  const isModifier = modifierOfCode(event.code) !== undefined
  // With modifiers down a key is part of a chord, and not held for its own sake.
  const meaning =
    head.tapped || (!isModifier && effectiveModifiers(state, head).length > 0)
      ? undefined
      : holdMeaning(bindings, event.code, frontProgramId)
  if (meaning) return tapHold(bindings, state, head, meaning, nowMs)
  if (bindings.disabled.has(event.code))
    return finish(state, head, { kind: 'swallow', reason: 'disabled-key' }, { fate: 'kept' })
  const mapped = bindings.remaps.get(event.code)
  const mappedModifier = mapped && modifierOfCode(mapped.code)
  if (mappedModifier)
    return finish(
      state,
      head,
      { kind: 'replace', reason: 'remapped', outputs: [{ kind: 'down', code: mapped.code }] },
      { fate: 'modifiers', modifiers: [mappedModifier], out: [mapped.code] },
    )
  if (isModifier && !mapped) return finish(state, head, { kind: 'pass', reason: 'modifier' }, { fate: 'passed' })
  return pressKey(bindings, state, head, nowMs, mapped)
}

function repeat(state: ResolverState, head: Pending): Step {
  const down = state.held.find((entry) => entry.code === head.event.code)
  if (down?.fate === 'replaced')
    return finish(
      state,
      head,
      {
        kind: 'replace',
        reason: 'held-repeat',
        outputs: (down.out ?? []).slice(-1).map((code) => ({ kind: 'down', code })),
      },
      down,
    )
  return finish(
    state,
    head,
    { kind: down && down.fate !== 'passed' ? 'swallow' : 'pass', reason: 'held-repeat' },
    down ?? { fate: 'passed' },
  )
}

function tapHold(bindings: Bindings, state: ResolverState, head: Pending, meaning: HoldMeaning, nowMs: number): Step {
  const ahead = tapOrHold(state.pending, meaning.holdMs, nowMs)
  const waits: Candidate[] = meaning.bound ? [candidateOf(meaning.bound, 'waits', meaning.holdMs)] : []
  if (ahead.kind === 'wait') return { kind: 'wait', untilMs: ahead.untilMs, candidates: waits }
  if (ahead.kind === 'none') throw new RangeError('a held key is a tap or a hold')
  const { rule, bound, isLayer } = meaning
  if (!ahead.value.hold) {
    const tapped = bound ? [candidateOf(bound, 'tapped', ahead.atMs - head.event.atMs)] : []
    if (rule?.tap)
      return finish(
        state,
        head,
        { kind: 'replace', reason: 'tapped-other', outputs: [{ kind: 'down', code: rule.tap }], candidates: tapped },
        { fate: 'replaced', out: [rule.tap] },
        ahead.atMs,
      )
    const plain: Pending = { ...head, tapped: true }
    const step = press(
      bindings,
      { ...state, settledAtMs: Math.max(state.settledAtMs, ahead.atMs), pending: state.pending.with(0, plain) },
      plain,
      nowMs,
    )
    if (step.kind === 'wait') return step
    return {
      ...step,
      decisions: step.decisions.map((decision) => ({ ...decision, candidates: [...tapped, ...decision.candidates] })),
    }
  }
  if (bound && (!ahead.value.nested || !isLayer))
    return finish(
      state,
      head,
      { kind: 'pull', reason: 'fired', leverId: bound.lever.id, candidates: [candidateOf(bound, 'fired')] },
      { fate: 'kept' },
      ahead.atMs,
    )
  if (rule?.hold.kind === 'modifiers') {
    const out = rule.hold.modifiers.map(codeOfModifier)
    return finish(
      state,
      head,
      { kind: 'replace', reason: 'hold-modifiers', outputs: out.map((code) => ({ kind: 'down', code })) },
      { fate: 'modifiers', modifiers: rule.hold.modifiers, out },
      ahead.atMs,
    )
  }
  return finish(state, head, { kind: 'swallow', reason: 'layer-on' }, { fate: 'layer' }, ahead.atMs)
}

const modifierCodes: Record<Modifier, string> = {
  Ctrl: 'ControlLeft',
  Alt: 'AltLeft',
  Shift: 'ShiftLeft',
  Meta: 'MetaLeft',
}
const codeOfModifier = (modifier: Modifier) => modifierCodes[modifier]

interface Mapped {
  readonly code: string
  readonly modifiers: readonly Modifier[]
}

/** A key that is pressed as itself, or as the one a rule makes of it. */
function pressKey(
  bindings: Bindings,
  state: ResolverState,
  head: Pending,
  nowMs: number,
  mapped: Mapped | undefined,
): Step {
  const { frontProgramId, event } = head
  const chord: Chord = {
    modifiers: [...new Set([...effectiveModifiers(state, head), ...(mapped?.modifiers ?? [])])],
    code: mapped?.code ?? event.code,
  }
  const id = chordId(chord)
  const claim = bindings.claims.get(frontProgramId ?? '')?.get(id)
  const shared = { chord: formatChord(chord), ...(claim === undefined ? {} : { claim }) }
  const reserved = reservationOf(chord)
  if (reserved && reserved.owner !== 'browser')
    return finish(state, head, { ...shared, kind: 'swallow', reason: 'reserved' }, { fate: 'kept' })

  const layered = state.held
    .filter((down) => down.fate === 'layer')
    .flatMap((down) => [...(bindings.layers.get(down.code)?.get(id) ?? [])])
  const inLayer = judge(layered, bindings.framesOn, frontProgramId, false)
  if (inLayer.winner)
    return finish(
      state,
      head,
      { ...shared, kind: 'pull', reason: 'fired', leverId: inLayer.winner.lever.id, candidates: inLayer.candidates },
      { fate: 'kept' },
    )

  const together = findTogether(bindings.together.get(event.code) ?? [], bindings.framesOn, state.pending, nowMs)
  if (together.kind === 'wait') return { kind: 'wait', untilMs: together.untilMs, candidates: [] }
  if (together.kind === 'found')
    return settleParts(
      bindings,
      state,
      together.value.indices,
      together.value.together.bound,
      [candidateOf(together.value.together.bound, 'fired')],
      nowMs,
      shared.chord,
    )

  const sequence = findSequence(bindings.sequences.get(id) ?? [], bindings.framesOn, state, nowMs, claim !== undefined)
  if (sequence.kind === 'wait') return { kind: 'wait', untilMs: sequence.untilMs, candidates: sequence.candidates }
  if (sequence.kind === 'found')
    return settleParts(
      bindings,
      state,
      sequence.value.indices,
      sequence.value.sequence.bound,
      sequence.candidates,
      nowMs,
      shared.chord,
    )

  const atMs = Math.max(together.atMs, sequence.atMs)
  const before = [...inLayer.candidates, ...(together.failed ?? []), ...sequence.candidates]
  return pressChord(bindings, state, head, {
    chord,
    id,
    shared,
    mapped,
    before,
    atMs: before.length > 0 ? atMs : event.atMs,
  })
}

/** Marks the presses that make something longer; the last of them pulls its lever. */
function settleParts(
  bindings: Bindings,
  state: ResolverState,
  indices: readonly number[],
  bound: Bound,
  candidates: Candidate[],
  nowMs: number,
  chord: string,
): Step {
  const pending = state.pending.map((entry, i): Pending => {
    if (!indices.includes(i)) return entry
    return i === indices.at(-1)
      ? { ...entry, settled: { kind: 'pull', reason: 'fired', leverId: bound.lever.id, candidates, chord } }
      : { ...entry, settled: { kind: 'swallow', reason: 'part', candidates: [], chord } }
  })
  const lastAtMs = state.pending[indices.at(-1)!]!.event.atMs
  return press(bindings, { ...state, pending, settledAtMs: Math.max(state.settledAtMs, lastAtMs) }, pending[0]!, nowMs)
}

interface ChordPress {
  readonly chord: Chord
  readonly id: string
  readonly shared: Pick<Decision, 'chord' | 'claim'>
  readonly mapped?: Mapped
  readonly before: Candidate[]
  readonly atMs: number
}

function pressChord(
  bindings: Bindings,
  state: ResolverState,
  head: Pending,
  { chord, id, shared, mapped, before, atMs }: ChordPress,
): Step {
  const { frontProgramId } = head
  const isClaimed = shared.claim !== undefined
  const chords = judge(bindings.chords.get(id) ?? [], bindings.framesOn, frontProgramId, isClaimed)
  const misses = nearMisses(bindings, chord.code, id)
  const candidates = [...before, ...chords.candidates, ...misses]
  if (chords.winner)
    return finish(
      state,
      head,
      { ...shared, kind: 'pull', reason: 'fired', leverId: chords.winner.lever.id, candidates },
      { fate: 'kept' },
      atMs,
    )
  const releases = judge(bindings.releases.get(id) ?? [], bindings.framesOn, frontProgramId, isClaimed)
  if (releases.winner) {
    const onRelease = {
      leverId: releases.winner.lever.id,
      decision: { chord: shared.chord, frontProgramId, candidates: releases.candidates },
    }
    return finish(
      state,
      head,
      {
        ...shared,
        kind: 'swallow',
        reason: 'waits-release',
        candidates: [
          ...candidates,
          ...releases.candidates.map((entry) =>
            entry.verdict === 'fired' ? { ...entry, verdict: 'waits' as const } : entry,
          ),
        ],
      },
      { fate: 'kept', onRelease },
      atMs,
    )
  }
  const typed = bindings.types.get(id)
  if (typed !== undefined)
    return finish(
      state,
      head,
      { ...shared, kind: 'replace', reason: 'typed', outputs: [{ kind: 'text', text: typed }], candidates },
      { fate: 'kept' },
      atMs,
    )
  if (mapped) {
    const out = [...mapped.modifiers.map(codeOfModifier), mapped.code]
    const outputs: KeyOutput[] = out.map((code) => ({ kind: 'down', code }))
    return finish(
      state,
      head,
      { ...shared, kind: 'replace', reason: 'remapped', outputs, candidates },
      { fate: 'replaced', out },
      atMs,
    )
  }
  const exact = [...before, ...chords.candidates, ...releases.candidates]
  const reason = exact.some((entry) => entry.verdict === 'program-first')
    ? 'program-first'
    : exact.length > 0
      ? 'no-candidate-live'
      : 'no-trigger'
  return finish(
    state,
    head,
    { ...shared, kind: 'pass', reason, candidates: [...candidates, ...releases.candidates] },
    { fate: 'passed' },
    atMs,
  )
}
