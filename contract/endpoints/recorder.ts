import { z } from 'zod'
import { RECORDER_PHASES } from '../../core/recorder'
import { stepSchema } from '../../core/steps'
import type { Endpoint } from './endpoint'

const summary = z.object({ phase: z.enum(RECORDER_PHASES), count: z.number().int() })

/** What is done by hand on the bench, written down as steps while it is on. */
export const recorderEndpoints = {
  turnRecorder: {
    method: 'POST',
    path: '/api/recorder',
    summary: 'Switches the recorder on (anew, or on from a pause), pauses it, or switches it off.',
    body: z.object({
      to: z.enum(RECORDER_PHASES),
      goesOn: z.boolean().optional().meta({ description: 'What is recorded comes behind what was recorded before.' }),
    }),
    answer: summary,
  },
  readRecording: {
    method: 'GET',
    path: '/api/recorder',
    summary: 'What was recorded as steps of a sheet, what was left out, and single steps that would do for several.',
    answer: summary.extend({
      steps: z.array(stepSchema),
      begunAtMs: z.array(z.number().nullable()).meta({ description: 'When each step was begun, where that is known.' }),
      left: z.array(z.object({ step: stepSchema, because: z.enum(['undone', 'nothing']) })).readonly(),
      better: z.array(
        z.object({
          at: z.number().int().meta({ description: 'The first of the steps that it takes the place of.' }),
          count: z.number().int(),
          step: stepSchema,
          isSame: z.boolean().meta({ description: 'False where another window is in front afterwards.' }),
        }),
      ),
    }),
  },
  forgetRecording: {
    method: 'DELETE',
    path: '/api/recorder',
    summary: 'Switches the recorder off, and forgets what was recorded.',
    answer: summary,
  },
} satisfies Record<string, Endpoint>
