import { removeFrame } from '../../engine/leverEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('deleteFrame', async ({ engine, id }) => {
  answerOf(await engine.book.edit(removeFrame(id)), { 'frame-missing': 404 })
  return engine.book.currentHistory
})
