import { z } from 'zod'
import { choiceSchema, keptSumSchema } from '../../core/finding'
import type { Endpoint } from './endpoint'

const choiceBody = choiceSchema.pick({ letters: true, entryId: true })

/** What the launcher has learned, and the sums that were worked out in it. */
export const launcherEndpoints = {
  readLauncher: {
    method: 'GET',
    path: '/api/launcher',
    summary: 'What was chosen for which letters, and the last sums, newest first.',
    answer: z.object({ choices: z.array(choiceSchema), sums: z.array(keptSumSchema) }),
  },
  learnChoice: {
    method: 'POST',
    path: '/api/launcher/choices',
    summary: 'Remembers that an entry was chosen for some letters. Chosen twice, it stands first for them.',
    body: choiceBody,
    answer: z.object({ choices: z.array(choiceSchema) }),
  },
  forgetChoices: {
    method: 'DELETE',
    path: '/api/launcher/choices',
    summary: 'Forgets what was chosen: of one entry, or all of it.',
    query: z.object({ entryId: choiceBody.shape.entryId.optional() }),
    answer: z.object({ forgotten: z.number().int() }),
  },
  keepSum: {
    method: 'POST',
    path: '/api/launcher/sums',
    summary: 'Keeps a sum with its value; of 50 the oldest is forgotten.',
    body: keptSumSchema.pick({ text: true, value: true }),
    answer: keptSumSchema,
    status: 201,
  },
  dropSums: {
    method: 'DELETE',
    path: '/api/launcher/sums',
    summary: 'Forgets one sum, or all of them.',
    query: z.object({ id: keptSumSchema.shape.id.optional() }),
    answer: z.object({ forgotten: z.number().int() }),
  },
} as const satisfies Record<string, Endpoint>
