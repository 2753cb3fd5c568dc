import { refuseWith } from '../../../http/refusal'
import { route } from '../../../http/route'
import { reportOf, runMustBe } from '../../../http/runOf'

export default route('answerRun', async ({ engine, id, body }) => {
  await runMustBe(engine, id)
  const done = await engine.driver.answer(id, body.choice, body.questionId)
  if (!done.ok) throw refuseWith(409, done.issues)
  return reportOf(engine, id)
})
