import { route } from '../http/route'
import { toldFindings } from '../http/toldFindings'

export default route('readCheckUp', async ({ engine: { checkUpDesk } }) => {
  const findings = await checkUpDesk.findings()
  return { state: checkUpDesk.state(), findings: toldFindings(findings) }
})
