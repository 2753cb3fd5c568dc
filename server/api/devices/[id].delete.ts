import { removeDevice } from '../../engine/deviceEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('deleteDevice', async ({ engine, id }) => {
  answerOf(await engine.book.edit(removeDevice(id)), { 'device-missing': 404 })
  return engine.book.currentHistory
})
