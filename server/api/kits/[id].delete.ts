import { edit } from '../../engine/edits'
import { removeKit } from '../../engine/kitEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('deleteKit', async ({ engine, id }) => {
  answerOf(await edit(engine.store, removeKit(id)))
  return engine.store.book.history
})
