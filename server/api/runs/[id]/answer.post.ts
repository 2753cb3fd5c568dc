import { refuse, refuseWith } from '../../../http/refusal'
import { route } from '../../../http/route'
import { reportOf, runMustBe } from '../../../http/runOf'

export default route('answerRun', async ({ engine, id, body }) => {
  await runMustBe(engine, id)
  const answer = body.answer ?? body.choice
  if (answer === undefined) throw refuse(422, 'answer-missing', 'answer', 'Give an answer, or one of the choices.')
  const done = await engine.runDesk.answer(id, answer, body.questionId)
  if (!done.ok) throw refuseWith(409, done.issues)
  return reportOf(engine, id)
})
