import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('acceptFindings', async ({ engine: { checkUpDesk }, body }) => {
  const count = answerOf(await checkUpDesk.accept(body.ids, body.reason))
  return { count, state: checkUpDesk.state() }
})
