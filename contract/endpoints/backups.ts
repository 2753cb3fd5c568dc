import { z } from 'zod'
import { missing } from './endpoint'
import type { Endpoint } from './endpoint'

const kind = z.enum(['daily', 'wanted', 'before-restore']).meta({
  description: 'Made at the first start of a day, because somebody wanted it, or before another was restored.',
})
const backupSchema = z.object({
  file: z.string(),
  kind,
  atMs: z.number(),
  bytes: z.number().int(),
})
/** One of the store by its name, or a file as it is. */
const whichSchema = z.union([
  z.object({ file: z.string().max(200) }),
  z.object({ base64: z.base64('Send the file as base64.').max(64_000_000, 'A backup has at most 48 MB.') }),
])
const mostBytes = 65_000_000
const countSchema = z.object({ what: z.string(), now: z.number().int(), then: z.number().int() })
const refusals = {
  404: 'There is no backup of that name.',
  422: 'It is no backup, was cut short or altered, or was written by a newer version.',
}

/** All that a store is about, but its ledger, in one file. */
export const backupsEndpoints = {
  listBackups: {
    method: 'GET',
    path: '/api/backups',
    summary: 'The backups in the folder of the store, the latest first.',
    answer: z.array(backupSchema),
  },
  makeBackup: {
    method: 'POST',
    path: '/api/backups',
    summary: 'Makes a backup now.',
    answer: backupSchema,
  },
  readBackup: {
    method: 'GET',
    path: '/api/backups/:id',
    summary: 'A backup as its file.',
    answer: z.string().meta({ description: 'The bytes of the file, `application/gzip`.' }),
    refusals: missing,
  },
  previewBackup: {
    method: 'POST',
    path: '/api/backups/preview',
    summary: 'What restoring a backup would bring. Nothing is altered.',
    body: whichSchema,
    mostBytes,
    answer: z.object({
      atMs: z.number(),
      counts: z.array(countSchema).meta({ description: 'How many there are now, and would be then.' }),
      left: z.array(z.string()).meta({ description: 'What of it cannot be read, and would be left out.' }),
    }),
    refusals,
  },
  restoreBackup: {
    method: 'POST',
    path: '/api/backups/restore',
    summary:
      'Puts a backup in the place of what stands; the ledger stays. Runs that have not ended are stopped, ' +
      'the history of edits begins anew, and what stood before is kept as a backup.',
    body: whichSchema,
    mostBytes,
    answer: z.object({ kept: backupSchema.meta({ description: 'What stood before.' }), left: z.array(z.string()) }),
    refusals,
  },
} as const satisfies Record<string, Endpoint>
