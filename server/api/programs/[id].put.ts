import { edit } from '../../engine/edits'
import { putProgram } from '../../engine/programEdits'
import { answerOf, refuse } from '../../http/refusal'
import { route } from '../../http/route'

export default route('putProgram', async ({ engine, id, body }) => {
  if (body.id !== id)
    throw refuse(
      422,
      'id-differs',
      'id',
      `The address names the program “${id}”, the body “${body.id}”. Send the same.`,
    )
  return answerOf(await edit(engine.store, putProgram(body)))
})
