import { followAgain } from '../../../engine/variantEdits'
import { answerOf } from '../../../http/refusal'
import { route } from '../../../http/route'

export default route('followPattern', async ({ engine, id, body }) =>
  answerOf(await engine.book.edit(followAgain(id, body))),
)
