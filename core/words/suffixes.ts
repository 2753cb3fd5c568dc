import { slot } from '../phrases'
import type { Phrase } from '../phrases'
import { stepSchema } from '../steps'
import type { Step } from '../steps'

/** Something said behind a step that counts for it: when, for how long, on what condition. */
export interface Suffix extends Phrase {
  /** What the words do, as the interface says it. */
  readonly does: string
  /** The steps with what was said; undefined where that makes no sense with them. */
  readonly apply: (steps: readonly Step[], said: Record<string, unknown>) => Step[] | undefined
}

const waiting = (said: Record<string, unknown>): Step => stepSchema.parse({ id: 'said', kind: 'wait', ms: said.ms })

function waitingUntil({ fromMinute, toMinute }: Record<string, unknown>): Step {
  const condition = { kind: 'time-of-day', fromMinute, toMinute }
  return stepSchema.parse({ id: 'said', kind: 'wait.until', condition, limitMs: 86_400_000, then: 'fail' })
}

const TIME = { fromMinute: slot('time.from'), toMinute: slot('time.to') }

export const SUFFIXES: readonly Suffix[] = [
  {
    say: '(but) (only) if|when {condition}',
    gives: { condition: slot('condition') },
    does: 'If',
    apply: (steps, { condition }) => [
      stepSchema.parse({ id: 'said', kind: 'if', branches: [{ condition, steps: [...steps] }] } as never),
    ],
  },
  {
    say: 'for {duration}',
    gives: { ms: slot('duration') },
    does: 'For a while, then the other way',
    apply: (steps, said) => forAWhile(steps, waiting(said)),
  },
  {
    say: 'until|till {time}',
    gives: TIME,
    does: 'Until then, then the other way',
    apply: (steps, said) => forAWhile(steps, waitingUntil(said)),
  },
  {
    say: 'in|after {duration}',
    gives: { ms: slot('duration') },
    does: 'Wait first',
    apply: (steps, said) => [waiting(said), ...steps],
  },
  {
    say: 'at {time}',
    gives: TIME,
    does: 'Wait until then first',
    apply: (steps, said) => [waitingUntil(said), ...steps],
  },
]

function forAWhile(steps: readonly Step[], wait: Step): Step[] | undefined {
  const back = steps.map(oppositeOf)
  return back.every((step) => step !== undefined) ? [...steps, wait, ...back.toReversed()] : undefined
}

/** What switches to on or off, the other way. */
function oppositeOf(step: Step): Step | undefined {
  if (!('to' in step)) return undefined
  const { to } = step as { to: unknown }
  if (to === 'on' || to === 'off') return { ...step, to: to === 'on' ? 'off' : 'on' } as Step
  const { kind, value } = to as { kind?: unknown; value?: unknown }
  return kind === 'set' && typeof value === 'boolean' ? ({ ...step, to: { kind, value: !value } } as Step) : undefined
}
