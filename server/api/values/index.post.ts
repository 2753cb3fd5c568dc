import { edit } from '../../engine/edits'
import { createValue } from '../../engine/valueEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('createValue', async ({ engine, body }) => answerOf(await edit(engine.store, createValue(body))))
