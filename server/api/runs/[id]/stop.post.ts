import { refuseWith } from '../../../http/refusal'
import { route } from '../../../http/route'
import { runOf } from '../../../http/runOf'

export default route('stopRun', async ({ engine, id }) => {
  await runOf(engine, id)
  const stopped = await engine.workstation.stop(id)
  if (!stopped.ok) throw refuseWith(409, stopped.issues)
  return stopped.value
})
