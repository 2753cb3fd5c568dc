import { edit } from '../../../engine/edits'
import { createVariants } from '../../../engine/variantEdits'
import { answerOf } from '../../../http/refusal'
import { route } from '../../../http/route'

export default route('createVariants', async ({ engine, id, body }) =>
  answerOf(await edit(engine.store, createVariants(id, body))),
)
