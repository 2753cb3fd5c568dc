import type { ToldFinding } from '../../contract'
import type { Finding } from '../../core/checkup'

type Known = Partial<Pick<ToldFinding, 'sinceMs' | 'accepted'>>

/** Findings as the API tells them: of a mend only what it is called. */
export function toldFindings(findings: readonly (Finding & Known)[]): ToldFinding[] {
  return findings.map(({ mend, ...finding }) => ({ ...finding, ...(mend ? { mend: mend.label } : {}) }))
}
