import { forgetChoices } from '../../database/launcherTable'
import { route } from '../../http/route'

export default route('forgetChoices', async ({ engine: { store }, query }) => ({
  forgotten: await store.aside((database) => forgetChoices(database, query.entryId)),
}))
