import { edit } from '../engine/edits'
import { editKeySettings } from '../engine/settingEdits'
import { answerOf } from '../http/refusal'
import { route } from '../http/route'

export default route('editKeySettings', async ({ engine, body: { version, ...settings } }) =>
  answerOf(await edit(engine.store, editKeySettings(settings, version))),
)
