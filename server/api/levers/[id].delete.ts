import { removeLever } from '../../engine/leverEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('deleteLever', async ({ engine, id }) => {
  answerOf(await engine.book.edit(removeLever(id)))
  return engine.book.currentHistory
})
