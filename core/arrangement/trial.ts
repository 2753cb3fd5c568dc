import type { Issue } from '../result'
import { performStep } from '../steps'
import type { Step, StepContext } from '../steps'
import { TrialBench } from './trialBench'

/** What a plan may know beside the bench. */
export type PlanContext = Pick<StepContext, 'nowMs' | 'values' | 'framesOn' | 'scope' | 'minuteOfDay' | 'sum'>

/** A step as it is tried, with what every step has left out. */
export type TriedStep = { readonly kind: Step['kind'] } & Readonly<Record<string, unknown>>

/** Steps that are tried one after the other, each on the bench as those before have left it. */
export class Trial {
  readonly steps: Step[] = []
  readonly bench: TrialBench
  private newIds = 0

  constructor(
    now: ConstructorParameters<typeof TrialBench>[0],
    private readonly context: PlanContext,
  ) {
    this.bench = new TrialBench(now)
  }

  /** Does a step that is about these windows or the one in front; why it cannot be done, where it cannot. */
  do(fields: TriedStep, about: readonly string[] = []): readonly Issue[] | undefined {
    const step = { id: `a${this.steps.length + 1}`, onFailure: 'stop', ...fields } as unknown as Step
    const near = this.bench.near(about)
    const known: StepContext = { ...this.context, nextId: () => `arranged-${(this.newIds += 1)}`, answer: undefined }
    const first = performStep(step, near, known)
    // Where it asks about unsaved work, what it is about closes in the end.
    const effect = first.kind === 'asks' ? performStep(step, near, { ...known, answer: 'discard' }) : first
    if (effect.kind === 'failed') return [effect.issue]
    const made = this.bench.apply(effect.kind === 'done' ? effect.changes : [], near)
    if (!made.ok) return made.issues
    this.steps.push(step)
    return undefined
  }

  /** Where it stands now, to go back to. */
  mark(): () => void {
    const goBack = this.bench.mark()
    const count = this.steps.length
    return () => {
      goBack()
      this.steps.length = count
    }
  }
}
