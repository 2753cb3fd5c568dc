import { route } from '../../http/route'
import { runOf } from '../../http/runOf'

export default route('readRun', ({ engine, id }) => runOf(engine, id))
