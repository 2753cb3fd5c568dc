import { pullLever } from '../../../engine/pullLever'
import { refuseWith } from '../../../http/refusal'
import { route } from '../../../http/route'
import { reportOf } from '../../../http/runOf'

export default route('pullLever', async ({ engine, id, body }) => {
  const pulled = await pullLever(engine.store, engine.driver, id, body.source)
  if (!pulled.ok) throw refuseWith(pulled.issues[0]!.code === 'lever-missing' ? 404 : 409, pulled.issues)
  await engine.driver.settled(pulled.value.id)
  return reportOf(engine, pulled.value.id)
})
