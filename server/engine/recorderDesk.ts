import { applyChange, invertChange } from '../../core/bench'
import type { BenchState, Change } from '../../core/bench'
import { betterSteps, nameTargets, NOTHING_RECORDED, recordAct } from '../../core/recorder'
import type { Better, DoneAct, RecorderPhase, Recording } from '../../core/recorder'
import { succeed } from '../../core/result'
import type { Step } from '../../core/steps'
import type { Queries } from '../database/openDatabase'
import { readRecorder, writeRecorder } from '../database/recorderTable'
import type { StoredRecorder } from '../database/recorderTable'
import { isSecret } from './actLog'
import type { DoneStep } from './actLog'
import { stepContext } from './stepContext'
import type { Store } from './store'

/** So many of what was left out is named; more is of no use to anybody. */
const MOST_LEFT_OUT = 200

/** What is written with an act, and taken over once it is stored. */
export interface NotedAct {
  readonly write: (queries: Queries) => Promise<void>
  readonly adopt: () => void
}

/** Writes down, while it is on, what is done by hand, as steps; it goes on after a restart where it was. */
export class RecorderDesk {
  /** The programs that ran after the act before, where that is known. */
  private ran: ReadonlySet<string> | undefined

  private constructor(
    private readonly store: Store,
    private phase: RecorderPhase,
    private recording: Recording,
  ) {}

  static async open(store: Store): Promise<RecorderDesk> {
    const { phase, recording } = await readRecorder(store.database)
    return new RecorderDesk(store, phase, recording)
  }

  get summary(): { phase: RecorderPhase; count: number } {
    return { phase: this.phase, count: this.recording.rows.length }
  }

  /**
   * Begins anew from `off`, or behind what was recorded before where it `goesOn`; goes on from `paused`; what is off
   * cannot be paused. What was recorded stays until it begins anew.
   */
  turn(to: RecorderPhase, goesOn = false): Promise<void> {
    return this.keep(() => {
      if (this.phase !== 'off') return { phase: to, recording: this.recording }
      return to === 'on'
        ? { phase: 'on', recording: goesOn ? this.recording : NOTHING_RECORDED }
        : { phase: 'off', recording: this.recording }
    })
  }

  forget(): Promise<void> {
    return this.keep(() => ({ phase: 'off', recording: NOTHING_RECORDED }))
  }

  /** How acts are stored with the plan that does them; undefined while nothing of them is recorded. */
  note(
    acts: readonly DoneStep[],
    ranBefore: ReadonlySet<string> | 'unknown' = this.ran ?? 'unknown',
  ): NotedAct | undefined {
    const kept = acts.filter(({ step, before }) => !isSecret(step, before))
    if (this.phase !== 'on' || kept.length === 0) return undefined
    const { recording } = this
    let ran = ranBefore === 'unknown' ? undefined : ranBefore
    let next = recording
    for (const { step, before, after, changes } of kept) {
      const appeared = [...running(before)].filter((programId) => ran && !ran.has(programId))
      next = bounded(
        recordAct(next, {
          step: nameTargets(step, before),
          atMs: this.store.nowMs(),
          appeared,
          ...(changes ? { changes: withInverses(changes, before) } : {}),
        }),
      )
      ran = running(after)
    }
    return {
      write: (queries) => writeRecorder(queries, { phase: 'on', recording: next }, recording),
      adopt: () => {
        this.recording = next
        this.ran = ran
        this.tell()
      },
    }
  }

  /** Something that a run did on behalf of a hand, such as a lever that was pulled by its key. */
  async noteRun(step: Step): Promise<void> {
    if (this.phase !== 'on') return
    await this.store.change(({ bench }) => {
      // What the run itself has brought up is none that had to be waited for.
      const noted = this.note([{ step, before: bench, after: bench }], 'unknown')
      return succeed({ answer: null, ...(noted ? { alongside: noted.write, adopt: noted.adopt } : {}) })
    })
  }

  /** What was recorded; once it is over, with single steps that would do for several. */
  read(): { recording: Recording; better: Better[] } {
    const { recording } = this
    if (this.phase !== 'off') return { recording, better: [] }
    const begun = beginningOf(recording, this.store.bench)
    const steps = recording.rows.map(({ step }) => step)
    const context = stepContext({ book: this.store.book, nowMs: this.store.nowMs() })
    return { recording, better: begun ? betterSteps(steps, begun, context) : [] }
  }

  /** What comes next is made from what stands when it has its turn: an act may have been noted just before. */
  private async keep(next: () => StoredRecorder): Promise<void> {
    await this.store.change(({ bench }) => {
      const before = this.recording
      const { phase, recording } = next()
      return succeed({
        answer: null,
        alongside: (queries) => writeRecorder(queries, { phase, recording }, before),
        adopt: () => {
          this.phase = phase
          this.recording = recording
          this.ran = running(bench)
          this.tell()
        },
      })
    })
  }

  private tell(): void {
    this.store.feed.publish({ type: 'recorder', ...this.summary })
  }
}

/** Changes that were made one after the other, each with what takes it back. */
function withInverses(changes: readonly Change[], before: BenchState): NonNullable<DoneAct['changes']> {
  let now = before
  return changes.map((change) => {
    const inverse = invertChange(now, change)
    const after = applyChange(now, change)
    if (after.ok) now = after.value
    return { change, inverse }
  })
}

function bounded({ rows, left }: Recording): Recording {
  return { rows, left: left.length > MOST_LEFT_OUT ? left.slice(-MOST_LEFT_OUT) : left }
}

/** The programs that have windows. */
function running({ windows }: Pick<BenchState, 'windows'>): Set<string> {
  return new Set(Object.values(windows).map(({ programId }) => programId))
}

/** The bench before all that was recorded, as far as that can still be told. */
function beginningOf({ rows }: Recording, bench: BenchState): BenchState | undefined {
  let now = bench
  const inverses: Change[] = rows.flatMap(({ changes = [] }) => changes.map(({ inverse }) => inverse)).reverse()
  for (const inverse of inverses) {
    const before = applyChange(now, inverse)
    if (!before.ok) return undefined
    now = before.value
  }
  return now
}
