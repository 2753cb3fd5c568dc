import { z } from 'zod'
import { deviceSchema, programSchema } from '../../core/bench'
import { plainStepSchema } from '../../core/steps'
import { runAnswerSchema } from '../runSchemas'
import { actSchema, benchAnswerSchema, benchChangesBodySchema, historySchema } from '../schemas'
import { missing } from './endpoint'
import type { Endpoint } from './endpoint'

/** The workstation: as it stands, altered by hand, and what is described of it. */
export const benchEndpoints = {
  readBench: {
    method: 'GET',
    path: '/api/bench',
    summary:
      'The workstation as it stands; with `files=shown`, where it has more than 2,000 of them, with the files and ' +
      'folders that its windows show, and no others.',
    query: z.object({ files: z.enum(['all', 'shown']).default('all') }),
    answer: benchAnswerSchema,
  },
  changeBench: {
    method: 'POST',
    path: '/api/bench/changes',
    summary: 'Alters the workstation by hand: all of the changes, or none.',
    body: benchChangesBodySchema,
    answer: z.object({ version: z.number().int() }),
    refusals: { 409: 'A change cannot be made on the workstation as it stands.' },
  },
  actOnBench: {
    method: 'POST',
    path: '/api/bench/acts',
    summary: 'Does by hand what a step would do, at once, and keeps it in the log of acts.',
    body: z.object({
      step: plainStepSchema,
      answer: z.string().max(80).optional().meta({ description: 'To the question that it asked before.' }),
    }),
    answer: z.object({
      version: z.number().int(),
      note: z.string(),
      /** What it asks first; nothing was done then. */
      question: z
        .object({ text: z.string(), choices: z.array(z.object({ id: z.string(), label: z.string() })) })
        .nullable(),
    }),
    refusals: { 409: 'It cannot be done on the workstation as it stands.', 422: 'Steps of that kind take time.' },
  },
  listActs: {
    method: 'GET',
    path: '/api/bench/acts',
    summary: 'What was done by hand, newest first.',
    query: z.object({ limit: z.coerce.number().int().min(1).max(1000).default(100) }),
    answer: z.object({ acts: z.array(actSchema) }),
  },
  forgetActs: {
    method: 'DELETE',
    path: '/api/bench/acts',
    summary: 'Forgets all that was done by hand.',
    answer: z.object({ forgotten: z.number().int() }),
  },
  putProgram: {
    method: 'PUT',
    path: '/api/programs/:id',
    summary: 'Describes a program, one of the bench or a new one; an edit that can be undone.',
    body: programSchema,
    answer: programSchema,
    refusals: { 409: 'It cannot be set up on the bench as it stands.' },
  },
  deleteProgram: {
    method: 'DELETE',
    path: '/api/programs/:id',
    summary: 'Takes a described or imported program off the bench.',
    answer: historySchema,
    refusals: { ...missing, 409: 'It still has windows open, or levers use it.' },
  },
  uninstallProgram: {
    method: 'POST',
    path: '/api/programs/:id/uninstall',
    summary:
      'Closes a program, throws its file into the bin and takes it off the bench, in a run that can be put back.',
    body: z.object({ unsaved: z.enum(['ask', 'save', 'discard']).default('ask') }),
    answer: runAnswerSchema,
    refusals: { ...missing, 422: 'The system needs it.' },
  },
  putDevice: {
    method: 'PUT',
    path: '/api/devices/:id',
    summary: 'Describes a device with its controls, one of the bench or a new one; an edit that can be undone.',
    body: deviceSchema,
    answer: deviceSchema,
  },
  deleteDevice: {
    method: 'DELETE',
    path: '/api/devices/:id',
    summary: 'Takes a device off the bench.',
    answer: historySchema,
    refusals: { ...missing, 409: 'Levers or frames use it.' },
  },
} as const satisfies Record<string, Endpoint>
