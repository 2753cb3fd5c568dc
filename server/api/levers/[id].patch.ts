import { edit } from '../../engine/edits'
import { editLever } from '../../engine/leverEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('editLever', async ({ engine, id, body: { version, ...patch } }) =>
  answerOf(await edit(engine.store, editLever(id, version, patch))),
)
