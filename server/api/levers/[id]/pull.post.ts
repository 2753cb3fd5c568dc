import { pullLever } from '../../../engine/pullLever'
import { refuseWith } from '../../../http/refusal'
import { route } from '../../../http/route'

export default route('pullLever', async ({ engine, id, body }) => {
  const pulled = await pullLever(engine.book, engine.workstation, id, body.source)
  if (!pulled.ok) throw refuseWith(pulled.issues[0]!.code === 'lever-missing' ? 404 : 409, pulled.issues)
  return pulled.value
})
