import { z } from 'zod'
import { idSchema, windowModeSchema } from '../bench'

const argumentSchema = z.string().max(4096).refine(text => !text.includes('\0'), 'An argument cannot hold a NUL character.')

/** What happens to unsaved work when a program is closed. */
export const UNSAVED_POLICIES = ['ask', 'save', 'discard', 'leave', 'hide'] as const

const common = {
  id: idSchema,
  /** What a failure of this step does to the rest. */
  onFailure: z.enum(['stop', 'go-on']).default('stop'),
}

export const stepSchema = z.discriminatedUnion('kind', [
  z.object({
    ...common, kind: z.literal('program.open'), programId: idSchema,
    /** After the program's name; `${name}` stands for a known folder. */
    args: z.array(argumentSchema).max(5000).default([]),
    windowMode: windowModeSchema.optional(),
  }),
  z.object({ ...common, kind: z.literal('program.raise'), programId: idSchema }),
  z.object({ ...common, kind: z.literal('program.close'), programId: idSchema, unsaved: z.enum(UNSAVED_POLICIES).default('ask') }),
  /** A folder's path or an address; opened by the program that opens such, or by the one named. */
  z.object({ ...common, kind: z.literal('place.open'), place: argumentSchema.min(1, 'Name a folder or an address.'), programId: idSchema.optional() }),
  z.object({ ...common, kind: z.literal('message.show'), text: argumentSchema.min(1, 'Say what the message is.') }),
  z.object({ ...common, kind: z.literal('wait'), ms: z.number().int().min(0).max(24 * 3_600_000) }),
])

export type Step = z.infer<typeof stepSchema>
export type StepKind = Step['kind']
export type UnsavedPolicy = (typeof UNSAVED_POLICIES)[number]
