import { batchEdit } from '../../engine/leverEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('batchLevers', async ({ engine, body }) => ({
  levers: answerOf(await engine.book.edit(batchEdit(body))),
  history: engine.book.currentHistory,
}))
