import { listActs } from '../../database/actTable'
import { route } from '../../http/route'

export default route('listActs', async ({ engine: { store }, query: { limit } }) => ({
  acts: await listActs(store.database, limit),
}))
