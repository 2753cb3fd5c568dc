import { edit } from '../../engine/edits'
import { editValue } from '../../engine/valueEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('editValue', async ({ engine, id, body: { version, ...patch } }) =>
  answerOf(await edit(engine.store, editValue(id, version, patch))),
)
