import { route } from '../../http/route'
import { reportOf } from '../../http/runOf'

export default route('readRun', ({ engine, id }) => reportOf(engine, id))
