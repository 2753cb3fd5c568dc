import { edit } from '../engine/edits'
import { editSettings } from '../engine/settingEdits'
import { answerOf } from '../http/refusal'
import { route } from '../http/route'

export default route('editSettings', async ({ engine, body: { version, ...settings } }) =>
  answerOf(await edit(engine.store, editSettings(settings, version))),
)
