import { edit } from '../../engine/edits'
import { createKit } from '../../engine/kitEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('createKit', async ({ engine, body }) => answerOf(await edit(engine.store, createKit(body))))
