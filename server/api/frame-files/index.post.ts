import { readFrameFileApart } from '../../frameFiles/frameFileApart'
import { edit } from '../../engine/edits'
import { importFrameFile } from '../../engine/frameFileEdits'
import { previewOf } from '../../http/framePreview'
import { answerOf, refuseWith } from '../../http/refusal'
import { route } from '../../http/route'

export default route('readFrameFile', async ({ engine: { store }, body }) => {
  const read = await readFrameFileApart(body.text, store.bench.programs)
  if (!read.ok) throw refuseWith(422, read.issues, 'text')
  const plan = answerOf(await edit(store, importFrameFile(read.value, body.notInFile)))
  return { plan: previewOf.plan(read.value.name, plan), history: store.book.history }
})
