import { inSlices } from '../../database/rows'
import { keptTextsOf, planEntries } from '../../engine/importEdits'
import { route } from '../../http/route'

export default route('previewImport', async ({ engine: { store }, body }) => {
  const kept = await keptTextsOf(store.database, store.book.levers.values())
  return inSlices(planEntries(body, kept, store.book, store.bench))
})
