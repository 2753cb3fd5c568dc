import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('mendFindings', async ({ engine: { checkUpDesk }, body }) => {
  const count = answerOf(await checkUpDesk.mend(body.ids))
  return { count, state: checkUpDesk.state() }
})
