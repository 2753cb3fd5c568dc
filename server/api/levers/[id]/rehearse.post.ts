import { leverOf } from '../../../http/leverOf'
import { route } from '../../../http/route'

export default route('rehearseLever', ({ engine, id }) => {
  const { run, changes, waitsMs } = engine.workstation.rehearse(leverOf(engine, id))
  return { run, changes: [...changes], waitsMs }
})
