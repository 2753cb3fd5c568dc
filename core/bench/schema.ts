import { z } from 'zod'
import { argumentRulesSchema } from '../command'
import { marked } from '../fields'
import { parseChord } from '../keys'
import { fileTable, fileTree } from './files'
import type { FileTree } from './files'

/** A chord as people write it; what is wrong with it is said by `parseChord`. */
export const chordTextSchema = z
  .string()
  .max(80)
  .superRefine((text, context) => {
    const chord = parseChord(text)
    if (!chord.ok)
      for (const issue of chord.issues)
        context.addIssue({ code: 'custom', message: issue.message, params: { code: issue.code } })
  })
  .meta({ description: 'A chord: modifiers and one key, e.g. `Ctrl+Alt+M`.' })

/** A name or a word, a sentence or a path, and what stands on screen: so long each may be, in UTF-16 units. */
const shortText = z.string().max(400, 'At most 400 letters.')
const longText = z.string().max(4096, 'At most 4,096 letters.')
/** Texts into which values were put are no longer than 65,536 letters; a title may have several. */
const shownText = z.string().max(200_000, 'At most 200,000 letters.')

export const idSchema = z
  .string()
  .min(1)
  .max(80)
  .regex(/^[\w.:-]+$/, 'An id has letters, digits, dots, colons, dashes and underscores only.')
  .refine((id) => !(id in Object.prototype), 'That word cannot be an id, since every object has it.')

export const pathSchema = z
  .string()
  .min(1, 'Give a path.')
  .max(4096)
  .regex(
    /^\/$|^(?:\/(?!\.{0,2}(?:\/|$))[^/\0]+)+$/,
    'A path begins with /, does not end in one, and has no empty, . or .. part.',
  )

/** Goes up with every edit of a description; 1 when absent. */
const versionSchema = z.number().int().positive().optional()

export const programSchema = z.object({
  id: idSchema,
  version: versionSchema,
  name: shortText.min(1),
  executable: pathSchema.refine((path) => path !== '/', 'Give the whole path of the file that starts it.'),
  categories: z.array(shortText).max(1000, 'At most 1,000 categories.'),
  /** Name of an icon in the shipped set. */
  icon: longText,
  instances: z.enum(['single', 'multi']),
  /** What a single-instance program that already runs does with new arguments. */
  whenRunning: z.enum(['loads', 'comes-to-front']),
  /** What it can be given to open when no program is named. */
  opens: z.array(z.enum(['folder', 'address'])).max(2),
  /** Endings of the files it is given when no program is named, with their dot, in lower case. */
  opensFiles: z.array(shortText).max(1000, 'At most 1,000 endings.').optional(),
  /** What it tells of itself when asked: its profiles, editions and the like, by the name of the list. */
  reports: z
    .record(shortText, z.array(z.object({ id: shortText.min(1), name: shortText })).max(5000, 'At most 5,000 entries.'))
    .optional(),
  /** Where its description comes from; absent for programs that were there from the beginning. */
  origin: z.enum(['described', 'imported']).optional(),
  arguments: argumentRulesSchema,
  /** What its Desktop Entry says beyond that, for a program that came from one. */
  entry: z
    .object({
      icon: longText,
      comment: longText,
      terminal: z.boolean(),
      command: longText,
      fieldCode: z.enum(['f', 'F', 'u', 'U']).optional(),
      tryExec: longText.optional(),
    })
    .optional(),
  /** The keys it answers itself while it is in front. */
  claims: z.array(z.object({ chord: chordTextSchema, does: shortText })).max(1000, 'At most 1,000 keys.'),
})

export const windowModeSchema = z.enum(['normal', 'maximized', 'minimized', 'hidden'])

export const documentSchema = z.object({ path: shownText, role: shortText, unsaved: z.boolean() })

/** What a window shows. */
export const windowContentSchema = z.object({
  profile: shownText.optional(),
  edition: shownText.optional(),
  dataset: shownText.optional(),
  /** Loaded files, opened folder or addresses, in the order in which they were taken. */
  documents: z.array(documentSchema).max(100_000),
  /** The path of the document in front, where the program shows one at a time, as in tabs; the last one when absent. */
  active: shownText.optional(),
  workingDirectory: shownText.optional(),
  /** Values of the environment it was started with, as far as they were given. */
  environment: z.record(shortText, shownText).optional(),
  /** Set on an error window: what the program says. */
  error: shownText.optional(),
})

export const windowSchema = z.object({
  id: idSchema,
  programId: idSchema,
  mode: windowModeSchema,
  /** The display it stands on; the first one when absent. */
  displayId: idSchema.optional(),
  content: windowContentSchema,
})

/** One with `sound` is heard when it comes. */
export const messageSchema = z.object({
  id: idSchema,
  text: shownText,
  atMs: z.number(),
  sound: z.boolean().optional(),
})

export const controlValueSchema = z
  .union([z.boolean(), z.number(), shortText, z.null()])
  .meta({ description: '`null` is unknown.' })

/** The name of a control in its device. */
export const controlIdSchema = z.string().max(80)

const controlName = z.string().trim().min(1, 'Give the control a name.').max(60)
const stateWord = z.string().trim().min(1, 'Say it in a word.').max(40)
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

/** One entry of the file system, as it is said of its path. */
export const fileSchema = z.discriminatedUnion('kind', [
  /** `label` is what people call what is in it, where the name is only an identifier. */
  z.object({ kind: z.literal('folder'), label: shortText.optional() }),
  z.object({ kind: z.literal('file'), sizeBytes: z.number().int().nonnegative() }),
])

/** The whole workstation as it is written down; see `readBench`. */
export const writtenBenchSchema = z.object({
  programs: z.record(z.string(), programSchema),
  windows: z.record(z.string(), windowSchema),
  /** Window ids, undermost first. */
  stack: z.array(idSchema),
  /** By path, with `/` between the parts; `/` itself is the root. */
  files: z.record(z.string(), fileSchema),
  /** Known folders by variable name, and named addresses of the place. */
  folders: z.record(z.string(), z.string()),
  addresses: z.array(z.object({ name: z.string(), address: z.string() })),
  devices: z.record(z.string(), deviceSchema),
  messages: z.array(messageSchema),
  /** Which control values are shown as lamps, in order. */
  lamps: z.array(lampSchema),
  /** Frames that were switched by a lever or a key, and which way; the others stand as their own setting says. */
  frameSwitches: z.record(z.string(), z.boolean()).optional(),
})

export type Program = z.infer<typeof programSchema>
export type BenchWindow = z.infer<typeof windowSchema>
export type WindowMode = z.infer<typeof windowModeSchema>
export type WindowContent = z.infer<typeof windowContentSchema>
export type BenchDocument = z.infer<typeof documentSchema>
export type Message = z.infer<typeof messageSchema>
export type ControlValue = z.infer<typeof controlValueSchema>
export type Control = z.infer<typeof controlSchema>
export type DeviceKind = (typeof DEVICE_KINDS)[number]
export type Device = z.infer<typeof deviceSchema>
export type DeviceFault = z.infer<typeof deviceFaultSchema>
export type Lamp = z.infer<typeof lampSchema>
export type WrittenBench = z.infer<typeof writtenBenchSchema>

/** The whole workstation, as one value. It is never altered in place; see `applyChange`. */
export type BenchState = Omit<WrittenBench, 'files'> & { files: FileTree }

/** The workstation from what is written down of it; its files become folders that share what does not change. */
export function readBench({ files, ...rest }: WrittenBench): BenchState {
  return { ...rest, files: fileTree(files) }
}

export function writeBench({ files, ...rest }: BenchState): WrittenBench {
  return { ...rest, files: fileTable(files) }
}
