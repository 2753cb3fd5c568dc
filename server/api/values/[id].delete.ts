import { edit } from '../../engine/edits'
import { removeValue } from '../../engine/valueEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('deleteValue', async ({ engine, id }) => {
  answerOf(await edit(engine.store, removeValue(id)))
  return engine.store.book.history
})
