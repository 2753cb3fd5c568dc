import { iconSet } from '../../icons/iconSet'
import { route } from '../../http/route'

export default route('findIcons', async ({ query }) => (await iconSet()).find(query.query, query.limit))
