import { edit } from '../../engine/edits'
import { editFrame } from '../../engine/leverEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('editFrame', async ({ engine, id, body }) =>
  answerOf(await edit(engine.store, editFrame(id, body)), { 'frame-missing': 404 }),
)
