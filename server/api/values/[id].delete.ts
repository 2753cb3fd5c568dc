import { removeValue } from '../../engine/valueEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('deleteValue', async ({ engine, id }) => {
  answerOf(await engine.book.edit(removeValue(id)))
  return engine.book.currentHistory
})
