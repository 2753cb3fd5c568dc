import { formatChord, modifierOfCode } from '../keys'
import { BindingIndex } from './bindings'
import type { Bindings, BindingUpdate, ResolverConfig } from './bindings'
import type { Deciding } from './decide'
import { press } from './press'
import { release } from './release'
import type { Candidate, Decision, KeyEvent, Press } from './schema'
import { INITIAL, isUpByFlags, modifiersOf, outputsDown, pressedPhysically } from './state'
import type { Pending, ResolverState } from './state'
import { watchWords } from './words'

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

/**
 * The key engine. Every key event is decided exactly once, in order: it pulls a lever, is passed on, swallowed or
 * replaced; what cannot be decided yet is held back, and everything after it too. A more specific scope wins; among
 * equals the lower plate does. Where the program in front claims the chord, the trigger's `wins` decides. A key comes up
 * as it went down. Time goes on with the events; what a time-out decides is the same whether it is told by a tick or
 * found with the next event.
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
  const deciding: Deciding = { bindings, nowMs, isLost: false }
  const first = settle(deciding, { ...before, nowMs })
  if (event.kind === 'tick') return first
  if (event.kind === 'blur') {
    const flushed = settle({ ...deciding, isLost: true }, first.state)
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
  let { state } = first
  for (const lost of lostReleases(state, pressed)) state = enqueue(bindings, state, lost, context)
  const last = settle(deciding, enqueue(bindings, state, pressed, context))
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
            ? { chord: formatChord({ modifiers: last.state.pending.at(-1)!.modifiers, code: pressed.code }) }
            : {}),
        },
      ]
    : []
  return { state: last.state, decisions: [...first.decisions, ...last.decisions, ...waiting] }
}

function enqueue(
  { hasAltGr, hasSides }: Bindings,
  before: ResolverState,
  event: Press,
  { frontProgramId }: ResolverContext,
): ResolverState {
  const state: ResolverState = { ...before, ...pressedPhysically(before, event) }
  const sides = hasSides ? state.physical.filter((code) => modifierOfCode(code) !== undefined) : []
  const entry: Pending = {
    event,
    modifiers: modifiersOf(state, event, hasAltGr),
    ...(sides.length > 0 ? { sides } : {}),
    ...(frontProgramId === undefined ? {} : { frontProgramId }),
  }
  return { ...state, pending: [...state.pending, entry] }
}

/** Keys that must have come up unseen: modifiers that the event itself says are up, and a key that goes down anew. */
function lostReleases({ physical }: ResolverState, event: Press): Press[] {
  if (physical.length === 0) return []
  return physical
    .filter((code) =>
      code === event.code ? event.kind === 'down' && event.repeat !== true : isUpByFlags(code, event.modifiers),
    )
    .map((code) => ({ kind: 'up', code, atMs: event.atMs, lost: true }))
}

function settle(
  deciding: Deciding,
  start: ResolverState,
): { state: ResolverState; decisions: Decision[]; waits: readonly Candidate[] } {
  const decisions: Decision[] = []
  let state = start
  while (state.pending.length > 0) {
    const head = state.pending[0]!
    const step = head.event.kind === 'up' ? release(deciding, state, head) : press(deciding, state, head)
    if (step.kind === 'wait')
      return { state: { ...state, waitUntilMs: step.untilMs }, decisions, waits: step.candidates }
    const { words } = deciding.bindings
    if (words) {
      const watched = watchWords(deciding.bindings, words, state, step.state, step.decisions[0]!, deciding.isLost)
      state = watched.state
      decisions.push(watched.decision)
    } else {
      state = step.state.typed === null ? step.state : { ...step.state, typed: null }
      decisions.push(...step.decisions)
    }
  }
  return { state: state.waitUntilMs === null ? state : { ...state, waitUntilMs: null }, decisions, waits: [] }
}
