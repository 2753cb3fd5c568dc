import type { Run } from '../../core/run'
import { readRun } from '../database/runTable'
import type { Engine } from '../engine'
import { refuse } from './refusal'

/** The run of a path; refuses with 404 when there is none. */
export async function runOf(engine: Engine, id: string): Promise<Run> {
  const run = await readRun(engine.store.database, id)
  if (!run) throw refuse(404, 'run-missing', 'id', `There is no run “${id}” in the ledger.`)
  return run
}
