import { refuseWith } from '../../../http/refusal'
import { route } from '../../../http/route'
import { reportOf, runMustBe } from '../../../http/runOf'

export default route('stopRun', async ({ engine, id }) => {
  await runMustBe(engine, id)
  const done = await engine.runDesk.stop(id)
  if (!done.ok) throw refuseWith(409, done.issues)
  return reportOf(engine, id)
})
