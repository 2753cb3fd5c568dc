import { edit } from '../../engine/edits'
import { removeLever } from '../../engine/leverEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('deleteLever', async ({ engine, id }) => {
  answerOf(await edit(engine.store, removeLever(id)))
  return engine.store.book.history
})
