import { z } from 'zod'
import { changeSchema, chordTextSchema, idSchema } from '../../core/bench'
import { checkUpStateSchema, toldFindingSchema } from '../checkUpSchemas'
import type { Endpoint } from './endpoint'

const MOST = 10_000
const findingId = z.string().min(1).max(20_000)
const ids = z.array(findingId).min(1, 'Choose at least one finding.').max(MOST)
const gone = { 404: 'None of them is found any more, or can be mended.' }
const countAnswer = z.object({ count: z.number().int(), state: checkUpStateSchema })

export const checkUpEndpoints = {
  readCheckUp: {
    method: 'GET',
    path: '/api/check-up',
    summary:
      'What is wrong with levers, frames and values as things stand, and since when; answers when all is judged once.',
    answer: z.object({ state: checkUpStateSchema, findings: z.array(toldFindingSchema) }),
  },
  mendFindings: {
    method: 'POST',
    path: '/api/check-up/mend',
    summary: 'Mends what can be mended of these findings, as one edit.',
    body: z.object({ ids }),
    answer: countAnswer,
    refusals: gone,
  },
  acceptFindings: {
    method: 'POST',
    path: '/api/check-up/accept',
    summary: 'Takes findings as they are, with a reason; without a reason they count again.',
    body: z.object({ ids, reason: z.string().trim().min(1, 'Say why.').max(500).optional() }),
    answer: countAnswer,
    refusals: gone,
  },
  whatIf: {
    method: 'POST',
    path: '/api/check-up/what-if',
    summary: 'What would be found if the bench was changed so, frames were off or a key was taken; nothing is altered.',
    body: z.object({
      changes: z.array(changeSchema).max(100).optional(),
      framesOff: z.array(idSchema).max(1000).optional(),
      keyTaken: z.object({ programId: idSchema, chord: chordTextSchema, does: z.string().max(200) }).optional(),
    }),
    answer: z.object({ found: z.array(toldFindingSchema), gone: z.array(toldFindingSchema) }),
    refusals: { 422: 'The bench cannot be changed so.' },
  },
} satisfies Record<string, Endpoint>
