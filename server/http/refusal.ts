import type { ApiIssue } from '../../contract'
import type { Issue } from '../../core/result'

/** A request that is answered with a status and what is wrong, where, and what to do next. */
export class Refusal extends Error {
  readonly issues: readonly ApiIssue[]
  constructor(readonly status: number, ...issues: ApiIssue[]) {
    super(issues.map(issue => issue.message).join(' '))
    this.issues = issues
  }
}

export function refuse(status: number, code: string, path: string, message: string): Refusal {
  return new Refusal(status, { code, path, message })
}

/** Issues of the core as the API tells them. */
export function refuseWith(status: number, issues: readonly Issue[], path = ''): Refusal {
  return new Refusal(status, ...issues.map(({ code, message, at }) => ({ code, message, path: [path, at].filter(part => part !== undefined && part !== '').join('.') })))
}
