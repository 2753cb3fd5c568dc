import { route } from '../../http/route'
import { noticedNow } from '../../http/noticed'

export default route('readNoticed', ({ engine }) => noticedNow(engine))
