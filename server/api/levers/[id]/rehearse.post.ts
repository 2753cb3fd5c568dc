import { leverOf } from '../../../http/leverOf'
import { route } from '../../../http/route'

export default route('rehearseLever', ({ engine, id }) => {
  const lever = leverOf(engine, id)
  const { run, changes, waitsMs } = engine.workstation.rehearse(
    lever,
    engine.book.tableFor(lever.frameId, engine.workstation.state),
  )
  return { run, changes: [...changes], waitsMs }
})
