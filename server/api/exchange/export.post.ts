import { exportEntries } from '../../../core/desktop'
import { leverOf } from '../../http/leverOf'
import { route } from '../../http/route'

export default route('exportEntries', ({ engine, body }) => {
  const { bench, book } = engine.store
  const levers = body.leverIds.map((id) => leverOf(engine, id))
  return exportEntries(levers, bench, (frameId) => book.tableFor(frameId, bench))
})
