import { z } from 'zod'

/** One route of the HTTP API, as data: the routes validate by it and the documentation is made from it. */
export interface Endpoint {
  readonly method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE'
  /** With `:name` for parameters. */
  readonly path: string
  readonly summary: string
  readonly query?: z.ZodObject
  readonly body?: z.ZodType
  /** It may be left out, and is `{}` then. */
  readonly isBodyOptional?: boolean
  readonly answer: z.ZodType
  /** The largest body it takes, in bytes; 1 MiB when absent. */
  readonly mostBytes?: number
  /** Status of success; 200 when absent. */
  readonly status?: number
  /** Refusals it has besides 400, 403, 413, 415 and 500, by status. */
  readonly refusals?: Readonly<Record<number, string>>
}

export const missing = { 404: 'There is no such thing; it may have been deleted.' }
export const stale = {
  409: 'Somebody else has edited it since: `version` is not the current one. Nothing was overwritten.',
}
export const unusable = { 422: 'It names a program, frame or value that does not exist, or cannot be used as it is.' }
/** Without one, whatever stands is altered; a tab always says what it was shown. */
export const fromVersion = z
  .number()
  .int()
  .positive()
  .optional()
  .meta({ description: 'The version the edit was made from.' })
/** What a page of runs is asked for by. */
export const pageFields = (description: string) => ({
  limit: z.coerce.number().int().min(1).max(1000).default(100),
  before: z.coerce.number().int().positive().max(Number.MAX_SAFE_INTEGER).optional().meta({ description }),
})
