import { planEntries } from '../../engine/programEdits'
import { route } from '../../http/route'

export default route('previewImport', ({ engine: { store }, body }) => planEntries(body, store.book, store.bench))
