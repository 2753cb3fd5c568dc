import { bookmarkPlanOf, documentPlanOf } from '../../../engine/documentEdits'
import { clashesOfPlans } from '../../../engine/frameFileClashes'
import { itemsOfBookmarks, itemsOfDocument, missingOf, plannedParts, readCarried } from '../../../http/carriedText'
import { previewOf } from '../../../http/framePreview'
import { route } from '../../../http/route'

/** So many issues are told. */
const MOST = 50

export default route('previewText', async ({ engine: { store }, body }) => {
  const read = await readCarried(body)
  if (!read.ok) {
    const issues = read.issues.slice(0, MOST).map(({ at = '', message }) => ({ at: String(at), message }))
    return { issues, items: [], left: [], missing: [], clashes: [] }
  }
  if (read.value.kind === 'bookmarks') {
    const { found, left } = read.value.bookmarks
    const plan = bookmarkPlanOf(found, body.frameId, store.book, store.bench)
    return { issues: [], items: itemsOfBookmarks(plan), left: [...left], missing: [], clashes: [] }
  }
  const plan = documentPlanOf(read.value.document, store.book)
  const issues = plan.lost.slice(0, MOST).map(({ lever, message }) => ({ at: lever, message }))
  const { document } = read.value
  return {
    issues,
    items: itemsOfDocument(document, plan),
    left: [],
    missing: missingOf(document, store),
    // What is lost is told first: a lever that names nothing has no place yet.
    clashes: issues.length > 0 ? [] : previewOf.clashes(clashesOfPlans(plannedParts(document, plan), store)),
  }
})
