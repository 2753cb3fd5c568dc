import { refuseWith } from '../../../http/refusal'
import { route } from '../../../http/route'
import { reportOf, runMustBe } from '../../../http/runOf'

export default route('putBackRun', async ({ engine, id }) => {
  await runMustBe(engine, id)
  const done = await engine.runDesk.putBack(id)
  if (!done.ok) throw refuseWith(409, done.issues)
  return { run: await reportOf(engine, id), report: done.value }
})
