import { refuseWith } from '../../http/refusal'
import { route } from '../../http/route'

export default route('actOnBench', async ({ engine: { handDesk, store }, body: { step, answer } }) => {
  const done = await handDesk.act(step, answer)
  if (!done.ok) throw refuseWith(done.issues[0]!.code === 'takes-time' ? 422 : 409, done.issues)
  const { note, question } = done.value
  return {
    version: store.benchVersion,
    note,
    question: question && { text: question.text, choices: 'choices' in question ? question.choices : [] },
  }
})
