import { z } from 'zod'
import { mappingSchema, THING_KINDS } from '../../core/exchange'

/** One way out of a clash as it was told, of a lever that comes from elsewhere. */
export const wantedWaySchema = z.object({
  lever: z.string().max(200),
  says: z.string().max(2000).meta({ description: 'The clash, as it was told.' }),
  label: z.string().max(400).meta({ description: 'The way out, as it was told.' }),
})

/** What is told of levers that come from elsewhere, whatever kind of file they come in. */

export const missingThingsSchema = z
  .array(
    z.object({
      kind: z.enum(THING_KINDS),
      id: z.string(),
      nearest: z.string().optional(),
      levers: z.array(z.string()),
      count: z.number().int(),
    }),
  )
  .meta({ description: 'What levers of it name and is not here, with the nearest that is and the first levers.' })

export const mappingBody = mappingSchema
  .max(2000)
  .meta({ description: 'What stands here for programs, devices, folders and places that are named.' })

export const plannedClashesSchema = z
  .array(
    z.object({
      frame: z.string(),
      lever: z.string(),
      severity: z.enum(['lost', 'ambiguous', 'late', 'note']),
      says: z.string(),
      ways: z.array(z.string()).meta({ description: 'What can be done about it, in words.' }),
    }),
  )
  .meta({ description: 'Of the keys it would bring, worst first.' })
