import { exportInSteps } from '../../../core/desktop'
import { inSlices } from '../../database/rows'
import { keptTextsOf } from '../../engine/importEdits'
import { leverOf } from '../../http/leverOf'
import { route } from '../../http/route'

export default route('exportEntries', async ({ engine, body }) => {
  const { bench, book } = engine.store
  const all = [...book.levers.values()]
  const levers = [...new Set(body.leverIds)].map((id) => leverOf(engine, id))
  const entries = new Set(levers.flatMap(({ origin }) => (origin ? [origin.entry] : [])))
  const kept = await keptTextsOf(
    engine.store.database,
    all.filter(({ origin }) => origin && entries.has(origin.entry)),
  )
  return inSlices(
    exportInSteps(levers, bench, (frameId) => book.tableFor(frameId, bench), {
      fileText: (id) => kept.get(id),
      levers: all,
    }),
  )
})
