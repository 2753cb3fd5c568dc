import { refuseWith } from '../../../http/refusal'
import { route } from '../../../http/route'
import { marksOf, runMustBe } from '../../../http/runOf'

export default route('goOnRun', async ({ engine, id, body }) => {
  await runMustBe(engine, id)
  const done = await engine.runDesk.goOn(id, body.how)
  if (!done.ok) throw refuseWith(409, done.issues)
  return marksOf(engine, id)
})
