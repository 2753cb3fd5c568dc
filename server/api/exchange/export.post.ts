import { exportEntries } from '../../../core/desktop'
import { leverOf } from '../../http/leverOf'
import { route } from '../../http/route'

export default route('exportEntries', ({ engine, body }) => {
  const bench = engine.workstation.state
  return exportEntries(
    body.leverIds.map((id) => leverOf(engine, id)),
    bench,
    (frameId) => engine.book.tableFor(frameId, bench),
  )
})
