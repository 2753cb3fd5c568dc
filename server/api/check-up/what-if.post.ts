import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'
import { toldFindings } from '../../http/toldFindings'

export default route('whatIf', async ({ engine: { checkUpDesk }, body }) => {
  const { found, gone } = answerOf(await checkUpDesk.whatIf(body))
  return { found: toldFindings(found), gone: toldFindings(gone) }
})
