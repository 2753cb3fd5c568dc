import { keptTextsOf, planEntries } from '../../engine/importEdits'
import { route } from '../../http/route'

export default route('previewImport', async ({ engine: { store }, body }) =>
  planEntries(body, await keptTextsOf(store.database, store.book.levers.values()), store.book, store.bench),
)
