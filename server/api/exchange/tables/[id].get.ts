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
/** So many runs a part of the ledger has at most. */
const RUNS_IN_PART = 20_000

export default route('writeTable', async ({ engine, id, query }) => {
  const name = `${id}.csv`
  if (id === 'ledger') return { name, ...(await partOfLedger(engine, query)) }
  const { text, rows } = tableOf(id, engine.store)
  return { name, text, rows, reached: 0 }
})

function tableOf(id: string, store: Store): { text: string; rows: number } {
  const { book, bench } = store
  const frames = Object.fromEntries(book.allFrames.map((frame) => [frame.id, frame.name]))
  const names = { programs: bench.programs, devices: bench.devices, frames }
  const input = { levers: book.allLevers, frames: book.frames, bench, names }
  switch (id) {
    case 'levers':
      return { text: leverTable(input), rows: input.levers.length }
    case 'triggers':
      return { text: triggerTable(input), rows: input.levers.flatMap(({ triggers }) => triggers).length }
    case 'clashes': {
      const index = createClashIndex({
        levers: book.allLevers,
        frames: framesNow(book.allFrames, bench, undefined, store.moment()),
        programs: bench.programs,
        keys: book.keys.body,
      })
      const clashes = [...index.all()].sort(bySeverity)
      return { text: clashTable(clashes, input), rows: clashes.length }
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

async function partOfLedger(
  engine: Engine,
  { before, ...filter }: RunFilter & { before?: number | undefined },
): Promise<{ text: string; rows: number; reached: number }> {
  const parts = before === undefined ? [ledgerHead()] : []
  let [reached, rows] = [before ?? Number.MAX_SAFE_INTEGER, 0]
  while (reached > 0 && rows < RUNS_IN_PART) {
    const page = await ledgerPage(engine, filter, reached, Math.min(RUNS_AT_ONCE, RUNS_IN_PART - rows))
    parts.push(ledgerRows(page.runs.map(({ head }) => head)))
    rows += page.runs.length
    reached = page.reached
    await breathe()
  }
  return { text: parts.join(''), rows, reached }
}
