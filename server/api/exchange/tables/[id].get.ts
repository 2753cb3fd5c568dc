import { clashTable, ledgerHead, ledgerRows, leverTable, triggerTable } from '../../../../core/exchange'
import { createClashIndex, bySeverity } from '../../../../core/clash'
import { framesNow } from '../../../../core/levers'
import type { RunFilter } from '../../../../core/ledger'
import { breathe } from '../../../database/rows'
import type { Engine } from '../../../engine'
import type { Store } from '../../../engine/store'
import { ledgerPage } from '../../../http/ledgerPages'
import { refuse } from '../../../http/refusal'
import { route } from '../../../http/route'

const RUNS_AT_ONCE = 1000
/** So many of the last runs a table has at most. */
const MOST_RUNS = 100_000

export default route('writeTable', async ({ engine, id, query }) => {
  const name = `${id}.csv`
  if (id === 'ledger') return { name, ...(await ledgerOf(engine, query)) }
  return { name, text: tableOf(id, engine.store), isCut: false }
})

function tableOf(id: string, store: Store): string {
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
    default:
      throw refuse(
        404,
        'table-missing',
        'id',
        `There is no table “${id}”; there are levers, triggers, clashes and ledger.`,
      )
  }
}

async function ledgerOf(engine: Engine, filter: RunFilter): Promise<{ text: string; isCut: boolean }> {
  const parts = [ledgerHead()]
  let [before, count] = [Number.MAX_SAFE_INTEGER, 0]
  while (before > 0 && count < MOST_RUNS) {
    const { runs, reached } = await ledgerPage(engine, filter, before, Math.min(RUNS_AT_ONCE, MOST_RUNS - count))
    parts.push(ledgerRows(runs.map(({ head }) => head)))
    count += runs.length
    before = reached
    await breathe()
  }
  return { text: parts.join(''), isCut: before > 0 }
}
