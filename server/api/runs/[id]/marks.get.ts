import { route } from '../../../http/route'
import { marksOf } from '../../../http/runOf'

export default route('markRun', ({ engine, id }) => marksOf(engine, id))
