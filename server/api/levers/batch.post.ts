import { edit } from '../../engine/edits'
import { batchEdit } from '../../engine/batchEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('batchLevers', async ({ engine, body }) => ({
  levers: answerOf(await edit(engine.store, batchEdit(body))),
  history: engine.store.book.history,
}))
