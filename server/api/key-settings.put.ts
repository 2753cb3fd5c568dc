import { editKeySettings } from '../engine/leverEdits'
import { answerOf } from '../http/refusal'
import { route } from '../http/route'

export default route('editKeySettings', async ({ engine, body }) =>
  answerOf(await engine.book.edit(editKeySettings(body))),
)
