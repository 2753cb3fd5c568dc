import type { AnswerOf, ApiIssue, BodyOf, EndpointName } from '.'
import { paths } from './paths'

/** The server said no: `issues` tell what, where and what to do next. */
export class ApiRefusal extends Error {
  constructor(
    readonly status: number,
    readonly issues: readonly ApiIssue[],
  ) {
    super(issues.map((issue) => issue.message).join(' '))
  }
}

export interface CallOptions<K extends EndpointName> {
  readonly id?: string
  readonly body?: BodyOf<K>
  readonly query?: Readonly<Record<string, string | number>>
}

/**
 * Calls one route of the API of a server; its address is empty for the one that the page came from. Throws an
 * `ApiRefusal` when it is refused, when the server cannot be reached (status 0), and when what comes back is no answer
 * of it.
 */
export async function callRoute<K extends EndpointName>(
  server: string,
  name: K,
  { id = '', body, query }: CallOptions<K> = {},
): Promise<AnswerOf<K>> {
  const [method, path] = paths[name]
  const json = body === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }
  let response: Response
  try {
    const search = query
      ? `?${new URLSearchParams(Object.entries(query).map(([key, value]) => [key, String(value)]))}`
      : ''
    response = await fetch(server + path.replace(':id', encodeURIComponent(id)) + search, { method, ...json })
  } catch {
    throw new ApiRefusal(0, [
      {
        code: 'unreachable',
        path: '',
        message: 'The server does not answer. Start it again with “npm run demo”; what you entered stays here.',
      },
    ])
  }
  const answer = await jsonOf(response)
  if (answer === undefined || (!response.ok && !hasIssues(answer))) throw unreadable(response.status)
  if (!response.ok) throw new ApiRefusal(response.status, (answer as { issues: ApiIssue[] }).issues)
  return answer as AnswerOf<K>
}

async function jsonOf(response: Response): Promise<unknown> {
  try {
    return await response.json()
  } catch {
    return undefined
  }
}

function hasIssues(answer: unknown): boolean {
  return typeof answer === 'object' && answer !== null && 'issues' in answer && Array.isArray(answer.issues)
}

/** Something between here and the server answered, or the server was cut off in the middle of its answer. */
function unreadable(status: number): ApiRefusal {
  const message = `The answer of the server cannot be read (status ${status}). Try again; what you entered stays here.`
  return new ApiRefusal(status, [{ code: 'unreadable', path: '', message }])
}
