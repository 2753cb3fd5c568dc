import { fail, succeed } from '../../core/result'
import type { Issue, Result } from '../../core/result'
import { nameByHand, pullForward, stopHead } from '../../core/run'
import type { PutBackReport } from '../../core/run'
import { readAnswer } from '../../core/steps'
import type { Value } from '../../core/values'
import { readRun } from '../database/runTable'
import { planPutBack } from './planPutBack'
import type { RunDriver } from './runDriver'
import type { Store } from './store'

const ENDED: Issue = { code: 'already-ended', message: 'This run has ended already.' }
const NOT_ASKING: Issue = { code: 'not-asking', message: 'This run does not ask anything now.' }
const NOT_PAUSED: Issue = { code: 'not-paused', message: 'This run does not pause now.' }
const NOT_WAITING: Issue = { code: 'not-waiting', message: 'This run does not wait now.' }
const OLDER: Issue = {
  code: 'question-older',
  message: 'That question was answered already; the run asks another one now.',
  at: 'questionId',
}
const STILL_RUNNING: Issue = {
  code: 'still-running',
  message: 'This run is still going on. Stop it, or wait until it ends, then put it back.',
}

/** What users do to a run that was begun: answer it, lead it through a pause, end its wait, stop it, put it back. */
export class RunDesk {
  constructor(
    private readonly store: Store,
    private readonly driver: RunDriver,
  ) {}

  /**
   * Gives a run the answer to its question, where that is still the one asked. Issues: `not-asking`, `question-older`
   * and those of `readAnswer`.
   */
  async answer(runId: string, answer: Value, questionId?: string): Promise<Result<null>> {
    // Whoever does not say which question means the one that stands now, and not one that comes after it.
    const meant = questionId ?? this.driver.standing(runId)?.head.question?.id
    return this.driver.go(runId, NOT_ASKING, ({ head }) => {
      if (head.phase !== 'asking' || meant === undefined) return fail(NOT_ASKING)
      if (head.question!.id !== meant) return fail(OLDER)
      const read = readAnswer(head.question!, answer, this.store.bench)
      return read.ok ? succeed({ answer }) : read
    })
  }

  /** Goes on from a pause, or pauses before the next step. Issues: `not-paused`, `already-ended`. */
  async goOn(runId: string, how: 'step' | 'run' | 'pause'): Promise<Result<null>> {
    if (how === 'pause')
      return this.driver.replace(runId, ENDED, ({ head }) => ({ run: { ...head, isSlow: true }, entries: [] }))
    return this.driver.go(runId, NOT_PAUSED, ({ head }) =>
      head.phase === 'paused' ? succeed({ resume: how }) : fail(NOT_PAUSED),
    )
  }

  /** Gives a value to a name while a run pauses. Issue: `not-paused`. */
  async name(runId: string, name: string, value: Value): Promise<Result<null>> {
    if (this.driver.standing(runId)?.head.phase !== 'paused') return fail(NOT_PAUSED)
    return this.driver.replace(runId, NOT_PAUSED, ({ head, sheet }, nowMs) =>
      nameByHand(head, sheet, name, value, nowMs),
    )
  }

  /** Ends the wait of a run now. Issue: `not-waiting`. */
  async pullForward(runId: string): Promise<Result<null>> {
    return this.driver.go(runId, NOT_WAITING, ({ head }, nowMs) =>
      head.phase === 'waiting' ? succeed({ head: pullForward(head, nowMs) }) : fail(NOT_WAITING),
    )
  }

  /** Ends a run that has not ended. Issue: `already-ended`. */
  async stop(runId: string): Promise<Result<null>> {
    return this.driver.replace(runId, ENDED, (run, nowMs) => stopHead(run.head, run.log, nowMs))
  }

  /** Ends every run that has not ended. How many there were. */
  async stopAll(): Promise<number> {
    const stopped = await Promise.all(this.driver.going().map(({ head }) => this.stop(head.id)))
    return stopped.filter(({ ok }) => ok).length
  }

  /** Takes back what a run changed. Issues: `still-running`, `run-missing`, `already-put-back`, `log-dropped`. */
  async putBack(runId: string): Promise<Result<PutBackReport>> {
    return this.store.change(async (world) => {
      if (this.driver.standing(runId)) return fail(STILL_RUNNING)
      const planned = planPutBack(await readRun(this.store.database, runId), world)
      return planned.ok ? succeed({ ...planned.value, answer: planned.value.answer.putBack! }) : planned
    })
  }
}
