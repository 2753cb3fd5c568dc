import { edit } from '../../engine/edits'
import { putDevice } from '../../engine/deviceEdits'
import { answerOf, refuse } from '../../http/refusal'
import { route } from '../../http/route'

export default route('putDevice', async ({ engine, id, body }) => {
  if (body.id !== id)
    throw refuse(422, 'id-differs', 'id', `The address names the device “${id}”, the body “${body.id}”. Send the same.`)
  return answerOf(await edit(engine.store, putDevice(body)))
})
