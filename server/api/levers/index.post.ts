import { edit } from '../../engine/edits'
import { createLever } from '../../engine/leverEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('createLever', async ({ engine, body: { roadOf, ...draft } }) =>
  answerOf(await edit(engine.store, createLever(draft, roadOf))),
)
