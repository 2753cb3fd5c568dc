import { importBookmarks, importDocument } from '../../engine/documentEdits'
import { edit } from '../../engine/edits'
import { itemsOfBookmarks, itemsOfDocument, readCarried } from '../../http/carriedText'
import { answerOf, refuseWith } from '../../http/refusal'
import { route } from '../../http/route'

export default route('importText', async ({ engine: { store }, body }) => {
  const read = await readCarried(body)
  if (!read.ok) throw refuseWith(422, read.issues, 'text')
  if (read.value.kind === 'bookmarks') {
    const plan = answerOf(await edit(store, importBookmarks(read.value.bookmarks.found, body.frameId)))
    return { items: itemsOfBookmarks(plan), history: store.book.history }
  }
  const { document } = read.value
  const plan = answerOf(await edit(store, importDocument(document)))
  return { items: itemsOfDocument(document, plan), history: store.book.history }
})
