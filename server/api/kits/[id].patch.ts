import { edit } from '../../engine/edits'
import { editKit } from '../../engine/kitEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('editKit', async ({ engine, id, body: { version, ...patch } }) =>
  answerOf(await edit(engine.store, editKit(id, version, patch))),
)
