import { clashTable, ledgerHead, ledgerRows, leverTable, triggerTable } from '../../../../core/exchange'
import { createClashIndex, bySeverity } from '../../../../core/clash'
import { framesNow } from '../../../../core/levers'
import { listRuns } from '../../../database/runTable'
import type { Store } from '../../../engine/store'
import { refuse } from '../../../http/refusal'
import { route } from '../../../http/route'

const RUNS_AT_ONCE = 1000
/** So many of the last runs a table has at most. */
const MOST_RUNS = 100_000

export default route('writeTable', async ({ engine: { store }, id }) => ({
  name: `${id}.csv`,
  text: await tableOf(id, store),
}))

async function tableOf(id: string, store: Store): Promise<string> {
  const { book, bench } = store
  const frames = Object.fromEntries(book.allFrames.map((frame) => [frame.id, frame.name]))
  const names = { programs: bench.programs, devices: bench.devices, frames }
  const input = { levers: book.allLevers, frames: book.frames, bench, names }
  switch (id) {
    case 'levers':
      return leverTable(input)
    case 'triggers':
      return triggerTable(input)
    case 'clashes': {
      const index = createClashIndex({
        levers: book.allLevers,
        frames: framesNow(book.allFrames, bench, undefined, store.moment()),
        programs: bench.programs,
        keys: book.keys.body,
      })
      return clashTable([...index.all()].sort(bySeverity), input)
    }
    case 'ledger':
      return ledgerOf(store)
    default:
      throw refuse(
        404,
        'table-missing',
        'id',
        `There is no table “${id}”; there are levers, triggers, clashes and ledger.`,
      )
  }
}

async function ledgerOf({ database }: Store): Promise<string> {
  const parts = [ledgerHead()]
  let before: number | undefined
  for (let count = 0; count < MOST_RUNS; count += RUNS_AT_ONCE) {
    const runs = await listRuns(database, RUNS_AT_ONCE, before)
    parts.push(ledgerRows(runs.map(({ head }) => head)))
    if (runs.length < RUNS_AT_ONCE) break
    before = runs.at(-1)!.seq
  }
  return parts.join('')
}
