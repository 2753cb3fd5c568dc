import { edit } from '../../engine/edits'
import { removeDevice } from '../../engine/deviceEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('deleteDevice', async ({ engine, id }) => {
  answerOf(await edit(engine.store, removeDevice(id)), { 'device-missing': 404 })
  return engine.store.book.history
})
