import { readFrameFileApart, writeFrameFileApart } from '../../frameFiles/frameFileApart'
import { clashesOfPlan, withWayOut } from '../../engine/frameFileClashes'
import { framePlanOf } from '../../engine/frameFileEdits'
import { answerOf, refuseWith } from '../../http/refusal'
import { route } from '../../http/route'

export default route('takeWayOut', async ({ engine: { store }, body: { text, ...wanted } }) => {
  const read = await readFrameFileApart(text, store.bench.programs)
  if (!read.ok) throw refuseWith(422, read.issues, 'text')
  const clashes = clashesOfPlan(read.value, framePlanOf(read.value, store.book), store)
  const [document] = answerOf(withWayOut([read.value], clashes, { ...wanted, frame: read.value.name }))
  return { text: await writeFrameFileApart(document!, store.bench.programs, { before: text }) }
})
