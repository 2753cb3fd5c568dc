import { modifierOfCode } from '../keys'
import type { Bindings, Bound } from './bindings'
import type { Candidate, Decision } from './schema'
import type { Down, Pending, ResolverState } from './state'

/** The head of what is held back, decided; or until when it waits, with what for. */
export type Step =
  | { readonly kind: 'decided'; readonly state: ResolverState; readonly decisions: readonly Decision[] }
  | { readonly kind: 'wait'; readonly untilMs: number; readonly candidates: readonly Candidate[] }

/** What decisions are made with. `isLost`: the keyboard is gone, so that no lever is pulled and nothing waits. */
export interface Deciding {
  readonly bindings: Bindings
  readonly nowMs: number
  readonly isLost: boolean
}

export type Outcome = Pick<Decision, 'kind' | 'reason'> &
  Partial<Pick<Decision, 'leverId' | 'candidates' | 'outputs' | 'chord' | 'claim'>>

/** Takes the head off with what became of it. `down` is what stays held of it. */
export function finish(
  state: ResolverState,
  head: Pending,
  outcome: Outcome,
  down?: Omit<Down, 'code'>,
  atMs = head.event.atMs,
): Step {
  const { event } = head
  const settledAtMs = Math.max(state.settledAtMs, atMs)
  const lateMs = settledAtMs - event.atMs
  const others = state.held.filter((entry) => entry.code !== event.code)
  return {
    kind: 'decided',
    state: {
      ...state,
      pending: state.pending.slice(1),
      settledAtMs,
      held: down ? [...others, { code: event.code, ...down }] : event.kind === 'up' ? others : state.held,
      ...(event.kind === 'down' && event.repeat !== true ? afterPress(state, head) : {}),
    },
    decisions: [
      {
        ...outcome,
        event,
        frontProgramId: head.frontProgramId,
        candidates: outcome.candidates ?? [],
        ...(lateMs > 0 && Number.isFinite(lateMs) ? { lateMs } : {}),
      },
    ],
  }
}

/** What was tapped before holds for one key, and is no tap by itself once another key went down. */
function afterPress(
  { lastTap, oneShots }: ResolverState,
  { event: { code, atMs } }: Pending,
): Pick<ResolverState, 'lastPress' | 'lastTap' | 'oneShots'> {
  return {
    lastPress: { code, atMs },
    lastTap: lastTap?.code === code ? lastTap : null,
    oneShots: oneShots.length === 0 || modifierOfCode(code) ? oneShots : [],
  }
}

/** Whether a lever that was found when a key went down may still be pulled: nobody has switched it off since. */
export function isStillLive({ levers, framesOn }: Bindings, leverId: string, triggerId?: string): boolean {
  const lever = levers.get(leverId)
  if (!lever?.enabled || !framesOn.has(lever.frameId)) return false
  return (
    triggerId === undefined ||
    lever.triggers.some((trigger) => trigger.id === triggerId) ||
    triggerId.startsWith('row.')
  )
}

/** A pull, by a key that goes down and is kept. */
export function pulled(
  state: ResolverState,
  head: Pending,
  { lever, trigger }: Bound,
  shared: Partial<Pick<Decision, 'chord' | 'claim'>>,
  candidates: Candidate[],
  atMs: number,
): Step {
  const everyMs = trigger.kind === 'chord' ? trigger.repeatMs : undefined
  const repeats =
    everyMs === undefined ? {} : { repeats: { leverId: lever.id, everyMs, nextAtMs: head.event.atMs + everyMs } }
  return finish(
    state,
    head,
    { ...shared, kind: 'pull', reason: 'fired', leverId: lever.id, candidates },
    { fate: 'kept', ...repeats },
    atMs,
  )
}
