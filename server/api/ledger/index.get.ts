import { summarizeRun } from '../../../contract'
import { ledgerPage } from '../../http/ledgerPages'
import { route } from '../../http/route'

export default route('findRuns', async ({ engine, query: { before = Number.MAX_SAFE_INTEGER, limit, ...filter } }) => {
  const { runs, reached } = await ledgerPage(engine, filter, before, limit)
  return { runs: runs.map(({ head, seq }) => summarizeRun(head, seq)), reached }
})
