import { z } from 'zod'
import { marked } from '../fields'
import { controlIdSchema, controlValueSchema, idSchema, shortText, versionSchema } from './schemaParts'

const controlName = z.string().trim().min(1, 'Give the control a name.').max(60)
export const stateWord = z.string().trim().min(1, 'Say it in a word.').max(40)
/** It shows what is so, and changes only with the world: no lever sets it. */
const readOnly = z.boolean().optional()

export const controlSchema = z
  .discriminatedUnion('kind', [
    z.object({
      kind: z.literal('switch'),
      name: controlName,
      on: stateWord,
      off: stateWord,
      value: z.boolean().nullable(),
      readOnly,
    }),
    z.object({
      kind: z.literal('level'),
      name: controlName,
      unit: z.string().max(20),
      min: z.number(),
      max: z.number(),
      step: z.number().positive('A step is more than nothing.'),
      value: z.number().nullable(),
      readOnly,
    }),
    z.object({
      kind: z.literal('choice'),
      name: controlName,
      choices: z
        .array(z.object({ id: idSchema, name: stateWord }))
        .min(2, 'A choice has at least two values.')
        .max(100),
      value: shortText.nullable(),
      readOnly,
    }),
  ])
  .superRefine((control, context) => {
    if (control.kind === 'level' && control.max <= control.min)
      context.addIssue({ code: 'custom', path: ['max'], message: 'The highest value is above the lowest.' })
    if (
      control.kind === 'level' &&
      control.value !== null &&
      (control.value < control.min || control.value > control.max)
    )
      context.addIssue({ code: 'custom', path: ['value'], message: `It is from ${control.min} to ${control.max}.` })
    if (
      control.kind === 'choice' &&
      control.value !== null &&
      !control.choices.some((choice) => choice.id === control.value)
    )
      context.addIssue({ code: 'custom', path: ['value'], message: 'It is one of the choices.' })
  })

export const DEVICE_KINDS = [
  'audio-output',
  'audio-input',
  'display',
  'power',
  'usb',
  'keyboard',
  'lamp',
  'heater',
  'dome',
  'player',
  'other',
] as const
export const deviceKindSchema = z.enum(DEVICE_KINDS)

/** What keeps a device from following: it refuses and says why, or takes the order and does nothing. */
export const deviceFaultSchema = z.object({
  kind: z.enum(['refuses', 'ignores']),
  because: z.string().trim().min(1, 'Say why.').max(120),
})

export const deviceSchema = z.object({
  id: idSchema,
  version: versionSchema,
  name: z.string().trim().min(1, 'Give the device a name.').max(80),
  kind: deviceKindSchema,
  controls: z.record(idSchema, controlSchema),
  /** False for a device that could be here and is not plugged in. */
  plugged: z.boolean().optional(),
  /** The one of its kind that is used where none is named. */
  isDefault: z.boolean().optional(),
  fault: deviceFaultSchema.optional(),
  /** What a player has to play; its controls are `playing`, `playlist` and `track`, which counts from 1. */
  playlists: z
    .array(z.object({ id: idSchema, name: stateWord, tracks: z.array(shortText).min(1).max(1000) }))
    .max(100)
    .optional(),
  /** Absent for devices that were there from the beginning. */
  origin: z.literal('described').optional(),
})

/**
 * A control shown as a lamp: lit at one value, or at any that is on, above nothing or chosen; in its own words, or in
 * those of the control.
 */
export const lampSchema = z.object({
  deviceId: marked(idSchema, { refers: 'device' }),
  controlId: controlIdSchema.min(1),
  litWhen: controlValueSchema.optional(),
  lit: stateWord.optional(),
  dark: stateWord.optional(),
})
