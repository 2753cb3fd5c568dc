import { applyChanges, frontProgram, pressOn, windowMeant, writingIn, typeInto } from '../../core/bench'
import type { BenchState, Change } from '../../core/bench'
import { formatChord } from '../../core/keys'
import { fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import { makeChanges } from '../../core/run'
import { inputOf } from '../../core/resolve'
import type { Decision, ProgramInput } from '../../core/resolve'
import { isBlock, performStep } from '../../core/steps'
import type { Asked, PlainStep, Step } from '../../core/steps'
import type { Queries } from '../database/openDatabase'
import { ActLog, sendingStep, typingStep } from './actLog'
import type { DoneStep } from './actLog'
import { newId } from './newId'
import type { NoticingDesk } from '../noticing/noticingDesk'
import type { RecorderDesk } from './recorderDesk'
import { stepContext } from './stepContext'
import type { World } from './plan'
import type { Store } from './store'

/** What an act by hand came to; nothing was done where it asks first. */
export interface ActOutcome {
  readonly note: string
  readonly question: Asked | null
}

/** What is done by hand on the bench: the same steps that levers do, performed at once, and written down as such. */
export class HandDesk {
  private constructor(
    private readonly store: Store,
    private readonly acts: ActLog,
    private readonly recorder: RecorderDesk,
    private readonly noticing: NoticingDesk,
  ) {}

  static async open(store: Store, recorder: RecorderDesk, noticing: NoticingDesk): Promise<HandDesk> {
    return new HandDesk(store, await ActLog.open(store.database), recorder, noticing)
  }

  /** Issues: `takes-time`, and what is wrong with the step as the bench stands. */
  act(step: Step, answer?: string): Promise<Result<ActOutcome>> {
    if (isBlock(step)) return Promise.resolve(fail(takesTime(step)))
    return this.store.change<ActOutcome>((world) => {
      const { bench } = world
      const effect = performStep(step as PlainStep, bench, { ...stepContext(world), answer })
      switch (effect.kind) {
        case 'asks':
          return succeed({ answer: { note: '', question: effect.question } })
        case 'failed': {
          // An error window does stand on the bench; the step has failed all the same.
          const made = makeChanges(effect.changes, bench)
          if (made.recorded.length === 0) return fail(effect.issue)
          const changes = made.recorded.map(({ change }) => change)
          const answer = { note: effect.issue.message, question: null }
          return succeed({
            answer,
            ...this.planOf(made.bench, changes, [{ step, changes, before: bench, after: made.bench }], world),
          })
        }
        case 'done': {
          const made = makeChanges(effect.changes, bench)
          if (made.refusal !== undefined) return fail({ code: 'change-refused', message: made.refusal })
          const changes = made.recorded.map(({ change }) => change)
          return succeed({
            answer: { note: effect.note, question: null },
            ...this.planOf(made.bench, changes, [{ step, changes, before: bench, after: made.bench }], world),
          })
        }
        default:
          return fail(takesTime(step))
      }
    })
  }

  /** What the program in front makes of a key or text that reached it. Why it could not do it, in a sentence. */
  async feed(decision: Decision): Promise<string | undefined> {
    const program = frontProgram(this.store.bench)
    // Most programs make nothing of most keys; that is not worth a turn.
    if (!program || !(program.writes || program.claims.some(({ verb }) => verb !== undefined))) return undefined
    const inputs = inputOf(decision, this.store.book.keys.body.legends)
    if (inputs.length === 0) return undefined
    const fed = await this.store.change((world) => {
      let bench = world.bench
      const changes: Change[] = []
      const steps: DoneStep[] = []
      let because: string | undefined
      for (const input of inputs) {
        const done = inputTo(bench, input, { nowMs: world.nowMs, nextId: newId })
        const after = done.ok ? applyChanges(bench, done.value.changes) : done
        if (!done.ok || !after.ok) {
          because ??= [done, after].flatMap((result) => (result.ok ? [] : result.issues))[0]!.message
          continue
        }
        if (done.value.changes.length === 0) continue
        changes.push(...done.value.changes)
        steps.push({ step: done.value.step, changes: done.value.changes, before: bench, after: after.value })
        bench = after.value
      }
      return succeed({ answer: because, ...this.planOf(bench, changes, steps, world) })
    })
    return fed.ok ? fed.value : fed.issues[0]?.message
  }

  forget(): Promise<number> {
    return this.store.aside((database) => this.acts.forget(database))
  }

  private planOf(bench: BenchState, changes: readonly Change[], steps: readonly DoneStep[], world: World) {
    if (changes.length === 0) return {}
    const notes = [this.recorder.note(steps), this.noticing.note(steps, world)].filter((note) => note !== undefined)
    const writes = [...steps.flatMap((step) => this.acts.record(step, world) ?? []), ...notes.map(({ write }) => write)]
    const alongside = async (queries: Queries) => {
      for (const write of writes) await write(queries)
    }
    return {
      bench,
      log: [{ runId: null, source: 'hand' as const, changes }],
      ...(writes.length > 0 ? { alongside } : {}),
      adopt: () => {
        for (const { adopt } of notes) adopt()
      },
    }
  }
}

function takesTime({ kind }: { kind: string }) {
  return {
    code: 'takes-time',
    message: `A step of the kind ${kind} takes time. Make it a lever, and pull that.`,
    at: 'step',
  }
}

/** What one key or text does to the window in front, and the step that would do the same. Issues as those of `pressOn`. */
function inputTo(
  bench: BenchState,
  input: ProgramInput,
  context: { nowMs: number; nextId: () => string },
): Result<{ changes: readonly Change[]; step: Step }> {
  const window = windowMeant(bench, '')
  if (!window) return succeed({ changes: [], step: typingStep(' ') })
  if (input.kind === 'text') {
    const place = writingIn(bench, window)
    return succeed({ changes: place ? [typeInto(bench, place, input.text)] : [], step: typingStep(input.text) })
  }
  const pressed = pressOn(bench, window, input.chord, input.sign, context)
  if (!pressed.ok) return pressed
  const { changes, did } = pressed.value
  return succeed({
    changes,
    step: did.kind === 'wrote' ? typingStep(did.text) : sendingStep(formatChord(input.chord)),
  })
}
