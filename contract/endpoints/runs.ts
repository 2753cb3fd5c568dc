import { z } from 'zod'
import { idSchema } from '../../core/bench'
import { putBackReportSchema, RUN_SOURCES } from '../../core/run'
import { rehearsalSchema, runAnswerSchema, runSummarySchema } from '../schemas'
import { missing } from './endpoint'
import type { Endpoint } from './endpoint'

const pullBody = z.object({ source: z.enum(RUN_SOURCES).default('api') })
const openBody = z.object({
  place: z.string().min(1).max(4096).optional(),
  programId: idSchema.optional(),
  source: z.enum(['launcher', 'button', 'api']).default('api'),
})
const limitQuery = z.object({
  limit: z.coerce.number().int().min(1).max(1000).default(100),
  before: z.coerce
    .number()
    .int()
    .positive()
    .max(Number.MAX_SAFE_INTEGER)
    .optional()
    .meta({ description: 'Goes on after the run of this `seq`.' }),
})

/** Pulls, and what becomes of them. */
export const runsEndpoints = {
  pullLever: {
    method: 'POST',
    path: '/api/levers/:id/pull',
    summary: 'Pulls a lever, whatever its scope; answers when the run ends, waits or asks.',
    body: pullBody,
    answer: runAnswerSchema,
    refusals: {
      ...missing,
      409: 'It is disabled, its interlock refuses, or it is still running and set to ignore another pull.',
    },
  },
  rehearseLever: {
    method: 'POST',
    path: '/api/levers/:id/rehearse',
    summary: 'What a pull would change now; nothing is changed.',
    answer: rehearsalSchema,
    refusals: missing,
  },
  openPlace: {
    method: 'POST',
    path: '/api/open',
    summary: 'Opens a program, a folder or an address without a lever, as the launcher does.',
    body: openBody,
    answer: runAnswerSchema,
    refusals: { 422: 'Neither or both of `place` and `programId` were given.' },
  },
  listRuns: {
    method: 'GET',
    path: '/api/runs',
    summary: 'The ledger, latest first.',
    query: limitQuery,
    answer: z.array(runSummarySchema),
  },
  readRun: {
    method: 'GET',
    path: '/api/runs/:id',
    summary: 'One run, with its steps, trace and changes.',
    answer: runAnswerSchema,
    refusals: missing,
  },
  answerRun: {
    method: 'POST',
    path: '/api/runs/:id/answer',
    summary: 'Answers the question a run asks.',
    body: z.object({
      choice: z.string().min(1).max(80),
      questionId: z
        .string()
        .max(80)
        .optional()
        .meta({ description: 'The `id` of the question; by default the one that stands when the request comes in.' }),
    }),
    answer: runAnswerSchema,
    refusals: { ...missing, 409: 'It does not ask, or does not know this choice.' },
  },
  stopRun: {
    method: 'POST',
    path: '/api/runs/:id/stop',
    summary: 'Ends a run that waits or asks.',
    answer: runAnswerSchema,
    refusals: { ...missing, 409: 'It has ended already.' },
  },
  forwardRun: {
    method: 'POST',
    path: '/api/runs/:id/forward',
    summary: 'Ends the wait of a run now, as if its time had come.',
    answer: runAnswerSchema,
    refusals: { ...missing, 409: 'It does not wait.' },
  },
  putBackRun: {
    method: 'POST',
    path: '/api/runs/:id/put-back',
    summary: 'Takes back what a run changed; what somebody has altered since is listed and left.',
    answer: z.object({ run: runAnswerSchema, report: putBackReportSchema }),
    refusals: { ...missing, 409: 'It is still running, or was put back already.' },
  },
  stopEverything: {
    method: 'POST',
    path: '/api/stop',
    summary: 'Ends every run that has not ended, and lets go of every key that is held.',
    answer: z.object({ stopped: z.number().int() }),
  },
} as const satisfies Record<string, Endpoint>
