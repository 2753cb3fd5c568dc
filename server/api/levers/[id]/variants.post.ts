import { createVariants } from '../../../engine/variantEdits'
import { answerOf } from '../../../http/refusal'
import { route } from '../../../http/route'

export default route('createVariants', async ({ engine, id, body }) =>
  answerOf(await engine.book.edit(createVariants(id, body))),
)
