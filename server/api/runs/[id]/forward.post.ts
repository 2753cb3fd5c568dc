import { refuseWith } from '../../../http/refusal'
import { route } from '../../../http/route'
import { runOf } from '../../../http/runOf'

export default route('forwardRun', async ({ engine, id }) => {
  await runOf(engine, id)
  const done = await engine.workstation.pullForward(id)
  if (!done.ok) throw refuseWith(409, done.issues)
  return done.value
})
