import { markRun, reportRun } from '../../contract'
import type { MarkedRun, RunAnswer } from '../../contract'
import type { Engine } from '../engine'
import { refuse } from './refusal'

/** A run with all it did, as it stands; refuses with 404 when there is none. */
export async function reportOf({ driver }: Engine, id: string): Promise<RunAnswer> {
  const run = await driver.find(id)
  if (!run) throw refuse(404, 'run-missing', 'id', `There is no run “${id}” in the ledger.`)
  return reportRun(run.head, run.sheet, run.log, run.seq)
}

/** The same by the rows of its sheet. */
export async function marksOf({ driver }: Engine, id: string): Promise<MarkedRun> {
  const run = await driver.find(id)
  if (!run) throw refuse(404, 'run-missing', 'id', `There is no run “${id}” in the ledger.`)
  return markRun(run.head, run.sheet, run.log, run.seq)
}

/** Refuses with 404 when there is no such run. */
export async function runMustBe(engine: Engine, id: string): Promise<void> {
  await reportOf(engine, id)
}
