import { planEntries } from '../../engine/programEdits'
import { route } from '../../http/route'

export default route('previewImport', ({ engine: { book, workstation }, body }) =>
  planEntries(body, book.state, workstation.state),
)
