import { refuseWith } from '../../../http/refusal'
import { route } from '../../../http/route'
import { runOf } from '../../../http/runOf'

export default route('answerRun', async ({ engine, id, body }) => {
  await runOf(engine, id)
  const answered = await engine.workstation.answer(id, body.choice)
  if (!answered.ok) throw refuseWith(409, answered.issues)
  return answered.value
})
