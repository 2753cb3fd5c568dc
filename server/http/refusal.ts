import type { ApiIssue } from '../../contract'
import type { Issue, Result } from '../../core/result'

/** A request that is answered with a status and what is wrong, where, and what to do next. */
export class Refusal extends Error {
  readonly issues: readonly ApiIssue[]
  constructor(
    readonly status: number,
    ...issues: ApiIssue[]
  ) {
    super(issues.map((issue) => issue.message).join(' '))
    this.issues = issues
  }
}

export function refuse(status: number, code: string, path: string, message: string): Refusal {
  return new Refusal(status, { code, path, message })
}

/** Issues of the core as the API tells them. */
export function refuseWith(status: number, issues: readonly Issue[], path = ''): Refusal {
  return new Refusal(
    status,
    ...issues.map(({ code, message, at }) => ({
      code,
      message,
      path: [path, at].filter((part) => part !== undefined && part !== '').join('.'),
    })),
  )
}

/** By the code of the first issue; anything else is 422. */
const usualStatus: Record<string, number> = {
  'finding-missing': 404,
  'lever-missing': 404,
  'value-missing': 404,
  stale: 409,
  'frame-full': 409,
  'program-used': 409,
  'program-running': 409,
  'device-used': 409,
}

/** The value of a result, or its issues as a refusal. */
export function answerOf<T>(result: Result<T>, statusOf: Readonly<Record<string, number>> = {}): T {
  if (result.ok) return result.value
  const { code } = result.issues[0]!
  throw refuseWith(statusOf[code] ?? usualStatus[code] ?? 422, result.issues)
}
