import { writeEntryFiles } from '../../database/entryFileTable'
import { edit } from '../../engine/edits'
import { importEntries, keptTextsOf, textsToKeep } from '../../engine/importEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('importEntries', async ({ engine: { store }, body }) => {
  const kept = await keptTextsOf(store.database, store.book.levers.values())
  // A text that stands before its lever does no harm; one that is missing would.
  await writeEntryFiles(store.database, textsToKeep(body))
  return { items: answerOf(await edit(store, importEntries(body, kept))), history: store.book.history }
})
