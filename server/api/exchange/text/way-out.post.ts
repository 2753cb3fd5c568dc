import { writeDocument } from '../../../../core/exchange'
import { documentPlanOf } from '../../../engine/documentEdits'
import { clashesOfPlans, withWayOut } from '../../../engine/frameFileClashes'
import { plannedParts, readMappedDocument } from '../../../http/carriedText'
import { answerOf, refuseWith } from '../../../http/refusal'
import { route } from '../../../http/route'

export default route('takeWayOutOfDocument', async ({ engine: { store }, body: { text, mapping, ...wanted } }) => {
  const read = await readMappedDocument(text, mapping)
  if (!read.ok) throw refuseWith(422, read.issues, 'text')
  const document = read.value
  const clashes = clashesOfPlans(plannedParts(document, documentPlanOf(document, store.book)), store)
  return { text: writeDocument({ ...document, frames: answerOf(withWayOut(document.frames, clashes, wanted)) }) }
})
