import { bookmarkPlanOf, documentPlanOf } from '../../../engine/documentEdits'
import { itemsOfBookmarks, itemsOfDocument, missingOf, readCarried } from '../../../http/carriedText'
import { route } from '../../../http/route'

/** So many issues are told. */
const MOST = 50

export default route('previewText', ({ engine: { store }, body }) => {
  const read = readCarried(body)
  if (!read.ok) {
    const issues = read.issues.slice(0, MOST).map(({ at = '', message }) => ({ at: String(at), message }))
    return { issues, items: [], left: [], missing: [] }
  }
  if (read.value.kind === 'bookmarks') {
    const { found, left } = read.value.bookmarks
    const plan = bookmarkPlanOf(found, body.frameId, store.book, store.bench)
    return { issues: [], items: itemsOfBookmarks(plan), left: [...left], missing: [] }
  }
  const plan = documentPlanOf(read.value.document, store.book)
  const issues = plan.lost.slice(0, MOST).map(({ lever, message }) => ({ at: lever, message }))
  const { document } = read.value
  return { issues, items: itemsOfDocument(document, plan), left: [], missing: missingOf(document, store) }
})
