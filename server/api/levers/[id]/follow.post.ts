import { edit } from '../../../engine/edits'
import { followAgain } from '../../../engine/variantEdits'
import { answerOf } from '../../../http/refusal'
import { route } from '../../../http/route'

export default route('followPattern', async ({ engine, id, body }) =>
  answerOf(await edit(engine.store, followAgain(id, body))),
)
