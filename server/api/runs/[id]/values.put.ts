import { refuseWith } from '../../../http/refusal'
import { route } from '../../../http/route'
import { marksOf, runMustBe } from '../../../http/runOf'

export default route('nameInRun', async ({ engine, id, body: { name, value } }) => {
  await runMustBe(engine, id)
  const done = await engine.runDesk.name(id, name, value)
  if (!done.ok) throw refuseWith(409, done.issues)
  return marksOf(engine, id)
})
