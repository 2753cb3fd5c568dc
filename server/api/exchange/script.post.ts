import { scriptFor } from '../../http/scriptFor'
import { route } from '../../http/route'

export default route('writeScript', ({ engine, body }) => scriptFor(engine, body.of, body.id))
