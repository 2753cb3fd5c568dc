import { summarizeRun } from '../../../contract'
import { listRuns } from '../../database/runTable'
import { route } from '../../http/route'

export default route('listRuns', async ({ engine, query }) => {
  const runs = await listRuns(engine.store.database, query.limit, query.before)
  return runs.map(({ head, seq }) => summarizeRun(head, seq))
})
