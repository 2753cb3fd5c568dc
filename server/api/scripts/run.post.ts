import { route } from '../../http/route'

export default route('runScript', ({ engine: { scripts }, body }) => scripts.run(body))
