import { z } from 'zod'
import { idSchema } from '../../core/bench'
import { putBackReportSchema, RUN_SOURCES } from '../../core/run'
import { leverDraftSchema } from '../../core/levers'
import { scriptOutcomeSchema, scriptRequestSchema } from '../../core/script'
import { stepSchema, valueNameSchema } from '../../core/steps'
import { givenValueSchema } from '../../core/values'
import { DIRECTIONS } from '../../core/turntable'
import { markedRunSchema, rehearsalSchema, runAnswerSchema, runSummarySchema } from '../runSchemas'
import { missing, pageFields } from './endpoint'
import type { Endpoint } from './endpoint'

/** What a lever is given, and answers: no larger than what a body may be. */
const givenSchema = z.record(z.string().min(1).max(60), givenValueSchema)
const pullBody = z.object({
  source: z.enum(RUN_SOURCES).exclude(['trial', 'event', 'time']).default('api'),
  inputs: givenSchema.optional().meta({ description: 'What the lever is given, by the names of its inputs.' }),
  roads: z
    .array(z.enum(DIRECTIONS))
    .max(10)
    .optional()
    .meta({ description: 'The roads of turntables that it comes to, in order; asked for where they are not given.' }),
})
const trialBody = z.object({
  lever: leverDraftSchema
    .pick({ name: true, steps: true, frameId: true })
    .extend({ id: idSchema.optional(), plate: z.number().int().optional() }),
  paths: z
    .array(z.string().max(2000))
    .max(1000)
    .optional()
    .meta({ description: 'The rows to try, of one list, such as `2.steps.0`; all where it is left out.' }),
  andOn: z.boolean().optional().meta({ description: 'And all that comes after them.' }),
  given: givenSchema.optional().meta({ description: 'What names stand for that would be known by then.' }),
  isSlow: z.boolean().optional().meta({ description: 'Pauses before each step.' }),
  pauses: z.array(z.string().max(2000)).max(1000).optional().meta({ description: 'Rows before which it pauses.' }),
})
const rehearseBody = z.object({
  inputs: pullBody.shape.inputs,
  answers: z
    .record(z.string().min(1).max(2000), givenValueSchema)
    .optional()
    .meta({
      description:
        'Answers by the path of the row that asks (`2`), or of one time that it does (`2#3` for the third); ' +
        'without one it takes the standard, or stops there.',
    }),
})
const openBody = z.object({
  place: z.string().min(1).max(4096).optional(),
  programId: idSchema.optional().meta({ description: 'With a `place`, the program that it is opened with.' }),
  whenRunning: z
    .enum(['program', 'raise', 'another'])
    .default('program')
    .meta({ description: 'Of a program that runs: as it does itself, to the front, or another one of it.' }),
  source: z.enum(['launcher', 'button', 'api']).default('api'),
})
const limitQuery = z.object(pageFields('Goes on after the run of this `seq`.'))

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
  tryLever: {
    method: 'POST',
    path: '/api/trials',
    summary: 'Pulls a lever as it is being written, or some rows of it, at once or step by step.',
    body: trialBody,
    answer: markedRunSchema,
    refusals: { 422: 'It names rows that are not there, or of several lists.' },
  },
  rehearseLever: {
    method: 'POST',
    path: '/api/levers/:id/rehearse',
    summary: 'What a pull would change now; nothing is changed.',
    body: rehearseBody,
    isBodyOptional: true,
    answer: rehearsalSchema,
    refusals: { ...missing, 422: 'An input is missing, unknown, or of another kind.' },
  },
  runScript: {
    method: 'POST',
    path: '/api/scripts/run',
    summary: 'Runs a script on what it is given, and nothing else; nothing is changed by it.',
    body: scriptRequestSchema,
    mostBytes: 8_000_000,
    answer: scriptOutcomeSchema,
  },
  openPlace: {
    method: 'POST',
    path: '/api/open',
    summary: 'Opens a program, a file, a folder or an address without a lever, as the launcher does.',
    body: openBody,
    answer: runAnswerSchema,
    refusals: { 422: 'Neither `place` nor `programId` was given.' },
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
  markRun: {
    method: 'GET',
    path: '/api/runs/:id/marks',
    summary: 'One run by the rows of its sheet: how often it came to each, and what came of it.',
    answer: markedRunSchema,
    refusals: missing,
  },
  answerRun: {
    method: 'POST',
    path: '/api/runs/:id/answer',
    summary: 'Answers the question a run asks.',
    body: z.object({
      choice: z.string().min(1).max(80).optional(),
      answer: givenValueSchema
        .optional()
        .meta({ description: 'For questions that are no choice; for several a list.' }),
      questionId: z
        .string()
        .max(80)
        .optional()
        .meta({ description: 'The `id` of the question; by default the one that stands when the request comes in.' }),
    }),
    answer: runAnswerSchema,
    refusals: { ...missing, 409: 'It does not ask, or this is no answer to it.', 422: 'No answer was given.' },
  },
  goOnRun: {
    method: 'POST',
    path: '/api/runs/:id/go',
    summary: 'Goes on from a pause: one step, or until the next row that is marked; or lets it pause before each step.',
    body: z.object({ how: z.enum(['step', 'run', 'pause']) }),
    answer: markedRunSchema,
    refusals: { ...missing, 409: 'It has ended, or does not pause.' },
  },
  nameInRun: {
    method: 'PUT',
    path: '/api/runs/:id/values',
    summary: 'Gives a value to a name while a run pauses.',
    body: z.object({ name: valueNameSchema, value: givenValueSchema }),
    answer: markedRunSchema,
    refusals: { ...missing, 409: 'It does not pause now.' },
  },
  reverseRun: {
    method: 'GET',
    path: '/api/runs/:id/reverse',
    summary: 'The steps that do the opposite of what a run did, last first, and what has no opposite.',
    answer: z.object({
      steps: z.array(stepSchema),
      without: z.array(z.object({ sentence: z.string(), because: z.string() })),
    }),
    refusals: { ...missing, 409: 'What it did is kept no longer.' },
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
