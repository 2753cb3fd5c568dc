import { leverOf } from '../../http/leverOf'
import { route } from '../../http/route'

export default route('readLever', ({ engine, id }) => leverOf(engine, id))
