import { dropSums } from '../../database/launcherTable'
import { route } from '../../http/route'

export default route('dropSums', async ({ engine: { store }, query }) => ({
  forgotten: await store.aside((database) => dropSums(database, query.id)),
}))
