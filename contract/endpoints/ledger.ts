import { z } from 'zod'
import { runFilterSchema, runSinceSchema } from '../../core/ledger'
import { runSummarySchema } from '../runSchemas'
import { missing, pageFields } from './endpoint'
import type { Endpoint } from './endpoint'

const pageQuery = runFilterSchema.extend(pageFields('Goes on below this `seq`: the `reached` of the page before.'))
const daysQuery = z.object({ days: z.coerce.number().int().min(1).max(3660).default(90) })
/** Days are counted since 1970-01-01 by the local clock. */
const daySchema = z.number().int()

/** The runs that are kept, and what they came to. */
export const ledgerEndpoints = {
  findRuns: {
    method: 'GET',
    path: '/api/ledger',
    summary:
      'The runs that are meant, latest first, in pages that pass none over; it goes on as long as `reached` is above 0.',
    query: pageQuery,
    answer: z.object({
      /** Fewer than asked for, and none, where few are meant: the page after goes on. */
      runs: z.array(runSummarySchema),
      reached: z.number().int().meta({ description: 'All runs down to this `seq` were looked at; 0 at the end.' }),
    }),
  },
  readLeverFigures: {
    method: 'GET',
    path: '/api/ledger/levers/:id',
    summary:
      'How often a lever was pulled and how it went, by day; how long its newest runs took, and where they failed.',
    query: daysQuery,
    answer: z.object({
      today: daySchema,
      days: z.array(
        z.object({
          day: daySchema,
          pulls: z.number().int(),
          done: z.number().int(),
          failed: z.number().int(),
          stopped: z.number().int(),
        }),
      ),
      /** Of so many of its newest runs, in ms; nothing of a lever that has none. */
      measured: z.number().int(),
      medianMs: z.number().nullable(),
      p95Ms: z.number().nullable(),
      failures: z.array(
        z.object({
          path: z.string().nullable().meta({ description: 'The dotted path of the step; null where it is not known.' }),
          count: z.number().int(),
          lastSeq: z.number().int(),
        }),
      ),
    }),
    refusals: missing,
  },
  sinceRun: {
    method: 'GET',
    path: '/api/runs/:id/since',
    summary:
      'What is different now from when a run was done: its lever, its values, what it changed, what it would do.',
    answer: runSinceSchema,
    refusals: missing,
  },
  readSavings: {
    method: 'GET',
    path: '/api/savings',
    summary:
      'What levers did and how much time that saved, an estimate by the Keystroke-Level Model; from sums that outlive the runs.',
    query: daysQuery,
    answer: z.object({
      /** Days are counted since 1970-01-01 by the local clock. */
      today: z.number().int(),
      levers: z.array(
        z.object({
          leverId: z.string(),
          pulls: z.number(),
          done: z.number(),
          failed: z.number(),
          /** How long its runs took in all. */
          totalMs: z.number(),
          doneLately: z.number(),
          lastDay: z.number().int().optional(),
          /** By hand and by key, with the operators; absent where it was never pulled. */
          handMs: z.number().optional(),
          hand: z.string().optional(),
          /** The operators that its steps come to, whatever somebody has said of it. */
          derived: z.string().optional(),
          /** So many of its steps nobody knows that of. */
          unknown: z.number().int().optional(),
          keyMs: z.number().optional(),
          key: z.string().optional(),
          /** What was saved in all, and in a week as the last four were. */
          savedMs: z.number().optional(),
          perWeekMs: z.number().optional(),
        }),
      ),
      days: z.array(z.object({ day: z.number().int(), pulls: z.number(), savedMs: z.number() })),
    }),
  },
} as const satisfies Record<string, Endpoint>
