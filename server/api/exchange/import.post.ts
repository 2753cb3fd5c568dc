import { writeEntryFiles } from '../../database/entryFileTable'
import { inSlices } from '../../database/rows'
import { edit } from '../../engine/edits'
import { importEntries, keptTextsOf, planEntries, textsToKeep } from '../../engine/importEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('importEntries', async ({ engine: { store }, body }) => {
  const { book, bench } = store
  const { revision } = book
  const kept = await keptTextsOf(store.database, book.levers.values())
  const items = await inSlices(planEntries(body, kept, book, bench))
  // A text that stands before its lever does no harm; one that is missing would.
  await writeEntryFiles(store.database, textsToKeep(body))
  const made = await edit(store, importEntries(body, kept, { items, revision, bench }))
  return { items: answerOf(made), history: book.history }
})
