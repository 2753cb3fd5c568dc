import { inspect } from 'node:util'

/** So much of a question to the database is told with its error. */
const LONGEST_QUESTION = 300

/**
 * Puts an error into the output of the server, with what it came of. What the database was asked is told, and not what
 * it was asked with: that is what users have written and copied, and may be large.
 */
export function report(what: string, error: unknown): void {
  console.error(`${what}: ${toldOf(error)}`)
}

export function toldOf(error: unknown): string {
  if (!(error instanceof Error)) return typeof error === 'string' ? error : inspect(error)
  const cause = error.cause === undefined || error.cause === null ? '' : `\n  because of ${toldOf(error.cause)}`
  const code = 'code' in error && typeof error.code === 'string' ? ` (${error.code})` : ''
  // The library says in its message what it asked with.
  const isQuestion = 'query' in error && typeof error.query === 'string' && 'params' in error
  if (!isQuestion || cause === '') return `${error.stack ?? error.message}${code}${cause}`
  const question = String(error.query).replace(/\s+/g, ' ')
  const short = question.length > LONGEST_QUESTION ? `${question.slice(0, LONGEST_QUESTION)} …` : question
  return `The database failed at: ${short}${cause}`
}
