import { pullLever } from '../../../engine/pullLever'
import { refuseWith } from '../../../http/refusal'
import { route } from '../../../http/route'
import { reportOf } from '../../../http/runOf'

const STATUS: Record<string, number> = {
  'lever-missing': 404,
  'input-missing': 422,
  'input-unknown': 422,
  'input-refused': 422,
}

export default route('pullLever', async ({ engine, id, body }) => {
  const pulled = await pullLever(engine.store, engine.driver, id, body.source, body)
  if (!pulled.ok) throw refuseWith(STATUS[pulled.issues[0]!.code] ?? 409, pulled.issues)
  await engine.driver.settled(pulled.value.id)
  return reportOf(engine, pulled.value.id)
})
