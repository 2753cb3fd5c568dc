import { isMeant } from '../../core/ledger'
import type { RunFilter } from '../../core/ledger'
import { findLines } from '../database/ledgerTable'
import { runsNumbered } from '../database/runTable'
import type { StoredRun } from '../database/runTable'
import type { Engine } from '../engine'

/** One page of the ledger, latest first, and the number down to which all runs were looked at. */
export interface LedgerPage {
  readonly runs: readonly StoredRun[]
  readonly reached: number
}

/** The runs that are meant below a number: those that have ended from the store, those that go on as they stand. */
export async function ledgerPage(
  { store, driver }: Engine,
  filter: RunFilter,
  before: number,
  limit: number,
): Promise<LedgerPage> {
  // Those that go on are taken first: one that ends meanwhile is found in the store as well, and stands once.
  const going = driver.going().filter((run) => run.seq < before && isMeant(store.lineOf(run), filter))
  const { seqs, reached } = await findLines(store.database, filter, before, limit)
  const ended = await runsNumbered(store.database, seqs)
  const known = new Set(ended.map(({ seq }) => seq))
  const open = going.filter(({ seq }) => seq > reached && !known.has(seq)).map(({ seq, head }) => ({ seq, head }))
  const runs = [...open, ...ended].sort((a, b) => b.seq - a.seq).slice(0, limit)
  const isCut = open.length + ended.length > limit
  return { runs, reached: isCut ? runs.at(-1)!.seq : reached }
}
