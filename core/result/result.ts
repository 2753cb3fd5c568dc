/**
 * One thing that is wrong with an otherwise well-formed call.
 * `code` is for programs, `message` is the sentence for people, `at` says where:
 * an offset in the text that was read (UTF-16 units), or a dotted path into a value.
 */
export interface Issue {
  readonly code: string
  readonly message: string
  readonly at?: number | string
}

export type Failure = { readonly ok: false; readonly issues: readonly Issue[] }

/** What a call that may fail gives back. Misuse by a programmer throws instead. */
export type Result<T> = { readonly ok: true; readonly value: T } | Failure

export function succeed<T>(value: T): Result<T> {
  return { ok: true, value }
}

export function fail(...issues: Issue[]): Failure {
  return { ok: false, issues }
}

/** The value of a result that is known to have succeeded; throws with the messages otherwise. */
export function valueOf<T>(result: Result<T>): T {
  if (!result.ok) throw new Error(result.issues.map((issue) => issue.message).join(' '))
  return result.value
}

/**
 * What a table holds under a key of its own. A key that came from outside may be one that objects have by themselves.
 */
export function own<T>(table: Readonly<Record<string, T>>, key: string): T | undefined {
  return Object.hasOwn(table, key) ? table[key] : undefined
}

/** Ends an exhaustive switch: a new case of a union fails to compile where it is not handled. */
export function assertNever(value: never): never {
  throw new RangeError('unhandled case: ' + JSON.stringify(value))
}
