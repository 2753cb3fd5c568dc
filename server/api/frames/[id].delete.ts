import { edit } from '../../engine/edits'
import { removeFrame } from '../../engine/leverEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('deleteFrame', async ({ engine, id }) => {
  answerOf(await edit(engine.store, removeFrame(id)), { 'frame-missing': 404 })
  return engine.store.book.history
})
