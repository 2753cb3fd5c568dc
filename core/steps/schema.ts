import { z } from 'zod'
import { controlValueSchema, deviceKindSchema, idSchema, windowModeSchema } from '../bench'

const argumentSchema = z
  .string()
  .max(4096)
  .refine((text) => !text.includes('\0'), 'An argument cannot hold a NUL character.')
const argumentsSchema = z.array(argumentSchema).max(5000)

/** What happens to unsaved work when a program is closed. */
export const UNSAVED_POLICIES = ['ask', 'save', 'discard', 'leave', 'hide'] as const

/**
 * What happens when the program already runs. `program`: as the program itself does it (one of a single instance comes to the
 * front, one of several opens another); `raise`: its window comes to the front and gets nothing new; `another`: it is started
 * all the same; `reopen`: it is closed first; `refuse`: the step fails and says why.
 */
export const RUNNING_POLICIES = ['program', 'raise', 'another', 'reopen', 'refuse'] as const

/** A value of the environment; POSIX.1-2017 §8.1 forbids `=` and NUL in names. */
export const environmentEntrySchema = z.object({
  name: z
    .string()
    .min(1, 'Give the value of the environment a name.')
    .max(200)
    .regex(/^[^=\0]+$/, 'A name of the environment holds no equals sign.'),
  value: argumentSchema,
})

const base = {
  id: idSchema,
  /** What a failure of this step does to the rest. */
  onFailure: z.enum(['stop', 'go-on']).default('stop'),
}

const stepKinds = <C extends z.ZodRawShape>(common: C) =>
  z.discriminatedUnion('kind', [
    z.object({
      ...common,
      kind: z.literal('program.open'),
      programId: idSchema,
      /** After the program's name; `${name}` stands for a known folder or a named value. */
      args: argumentsSchema.default([]),
      windowMode: windowModeSchema.optional(),
      workingDirectory: argumentSchema.optional(),
      environment: z.array(environmentEntrySchema).max(100).optional(),
      whenRunning: z.enum(RUNNING_POLICIES).optional(),
      /** For `reopen`: what happens to unsaved work. */
      unsaved: z.enum(UNSAVED_POLICIES).optional(),
    }),
    z.object({ ...common, kind: z.literal('program.raise'), programId: idSchema }),
    /** From one program to the other and back, by what is in front; each is started with its arguments if it does not run. */
    z.object({
      ...common,
      kind: z.literal('program.switch'),
      programId: idSchema,
      args: argumentsSchema.default([]),
      otherId: idSchema,
      otherArgs: argumentsSchema.default([]),
    }),
    z.object({
      ...common,
      kind: z.literal('program.close'),
      programId: idSchema,
      unsaved: z.enum(UNSAVED_POLICIES).default('ask'),
    }),
    z.object({
      ...common,
      kind: z.literal('place.open'),
      /** Folders, files and addresses. */
      places: z
        .array(argumentSchema.min(1, 'Name a folder, a file or an address.'))
        .min(1, 'Name a folder, a file or an address.')
        .max(200),
      /** What opens them; by default the program that opens such. With several, each place is opened in each. */
      programIds: z.array(idSchema).max(20).optional(),
      /** The profile to open them in, for programs that have profiles. */
      profile: argumentSchema.optional(),
      /** An address that is open in a tab already: that tab comes to the front, or it is opened again. */
      ifOpen: z.enum(['raise', 'again']).optional(),
    }),
    /** Alters a control: of named devices, of all of a kind, or of the default one of a kind, whichever that is then. */
    z.object({
      ...common,
      kind: z.literal('device.control'),
      target: z.discriminatedUnion('kind', [
        z.object({ kind: z.literal('devices'), deviceIds: z.array(idSchema).min(1, 'Choose a device.').max(100) }),
        z.object({ kind: z.literal('all'), deviceKind: deviceKindSchema }),
        z.object({ kind: z.literal('default'), deviceKind: deviceKindSchema }),
      ]),
      controlId: z.string().min(1, 'Choose a control.'),
      to: z.discriminatedUnion('kind', [
        z.object({ kind: z.literal('set'), value: controlValueSchema }),
        /** Where the state is unknown, it becomes `whenUnknown`, or the user is asked. */
        z.object({ kind: z.literal('toggle'), whenUnknown: z.union([z.boolean(), z.literal('ask')]) }),
        /** The next of the values after the one it has; the first where it has another. */
        z.object({
          kind: z.literal('cycle'),
          values: z.array(controlValueSchema).min(2, 'Choose at least two values.').max(50),
        }),
        /** Up or down by so much, within the limits of the control. */
        z.object({ kind: z.literal('step'), by: z.number() }),
        /** Little by little to a value, in so much time. */
        z.object({
          kind: z.literal('ramp'),
          value: z.number(),
          overMs: z.number().int().min(100, 'At least 0.1 s.').max(3_600_000, 'At most an hour.'),
        }),
      ]),
    }),
    /** Switches frames of levers on or off, or each the other way. */
    z.object({
      ...common,
      kind: z.literal('frame.switch'),
      frameIds: z.array(idSchema).min(1, 'Choose a frame.').max(100),
      to: z.enum(['on', 'off', 'toggle']),
    }),
    z.object({
      ...common,
      kind: z.literal('message.show'),
      text: argumentSchema.min(1, 'Say what the message is.'),
      sound: z.boolean().optional(),
    }),
    z.object({
      ...common,
      kind: z.literal('wait'),
      ms: z
        .number()
        .int()
        .min(0)
        .max(24 * 3_600_000),
    }),
    /** Takes back what the run has changed so far: what came before was for a while. */
    z.object({ ...common, kind: z.literal('run.put-back') }),
  ])

/** A step by itself, without another way. */
export const plainStepSchema = stepKinds(base)

/** A step, with a second way that is tried where the first fails. */
export const stepSchema = stepKinds({ ...base, alternative: plainStepSchema.optional() })

export type PlainStep = z.infer<typeof plainStepSchema>
export type Step = z.infer<typeof stepSchema>
export type StepKind = Step['kind']
export type StepOf<K extends StepKind> = Extract<Step, { kind: K }>
export type UnsavedPolicy = (typeof UNSAVED_POLICIES)[number]
/** The ways of a step: the first, and the second where it has one. */
export function waysOf(step: Step): Step[] {
  return step.alternative ? [step, step.alternative] : [step]
}

export type RunningPolicy = (typeof RUNNING_POLICIES)[number]
