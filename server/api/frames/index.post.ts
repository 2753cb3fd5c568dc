import { edit } from '../../engine/edits'
import { createFrame } from '../../engine/leverEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('createFrame', async ({ engine, body }) =>
  answerOf(await edit(engine.store, createFrame(body.name))),
)
