import { z } from 'zod'
import { leverDraftSchema, leverPatchSchema, leverSchema } from '../../core/levers'
import { batchBodySchema, followBodySchema, variantsBodySchema } from '../leverSchemas'
import { historySchema } from '../schemas'
import { missing, stale, unusable } from './endpoint'
import type { Endpoint } from './endpoint'

const leverPatchBody = leverPatchSchema.extend({
  version: z.number().int().positive().meta({ description: 'The version the edit was made from.' }),
})

const newLeverBody = leverDraftSchema.extend({
  roadOf: z
    .string()
    .max(200)
    .optional()
    .meta({ description: 'A lever with a turntable, which gets a road that pulls the new one, in the same edit.' }),
})

/** Levers, and acts on many of them. */
export const leversEndpoints = {
  listLevers: {
    method: 'GET',
    path: '/api/levers',
    summary: 'All levers, by their number.',
    answer: z.array(leverSchema),
  },
  createLever: {
    method: 'POST',
    path: '/api/levers',
    summary: 'A new lever; its number and id are given by the store.',
    body: newLeverBody,
    answer: leverSchema,
    status: 201,
    refusals: { 422: 'It names a program, frame or folder that does not exist, or no road is free.' },
  },
  readLever: { method: 'GET', path: '/api/levers/:id', summary: 'One lever.', answer: leverSchema, refusals: missing },
  editLever: {
    method: 'PATCH',
    path: '/api/levers/:id',
    summary: 'Alters what the body names.',
    body: leverPatchBody,
    answer: leverSchema,
    refusals: { ...missing, ...stale, 422: 'It names a program, frame or folder that does not exist.' },
  },
  deleteLever: {
    method: 'DELETE',
    path: '/api/levers/:id',
    summary: 'Deletes a lever; undo brings it back under the same id.',
    answer: historySchema,
    refusals: missing,
  },
  batchLevers: {
    method: 'POST',
    path: '/api/levers/batch',
    summary: 'One act on many levers, as one edit: all of it, or nothing.',
    body: batchBodySchema,
    answer: z.object({ levers: z.array(leverSchema), history: historySchema }),
    refusals: { ...missing, ...stale, ...unusable },
  },
  createVariants: {
    method: 'POST',
    path: '/api/levers/:id/variants',
    summary:
      'Makes a variant of a lever for each row, as one edit. They follow the lever in all that is not their own.',
    body: variantsBodySchema,
    answer: z.array(leverSchema),
    status: 201,
    refusals: { ...missing, ...stale, ...unusable },
  },
  followPattern: {
    method: 'POST',
    path: '/api/levers/:id/follow',
    summary: 'Lets a part of a variant follow its pattern again.',
    body: followBodySchema,
    answer: leverSchema,
    refusals: { ...missing, ...stale },
  },
} as const satisfies Record<string, Endpoint>
