import { createValue } from '../../engine/valueEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('createValue', async ({ engine, body }) => answerOf(await engine.book.edit(createValue(body))))
