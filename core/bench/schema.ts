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

export const controlValueSchema = z
  .union([z.boolean(), z.number(), shortText, z.null()])
  .meta({ description: '`null` is unknown.' })

/** The name of a control in its device. */
export const controlIdSchema = z.string().max(80)

/** So long the text of a document may be, in UTF-16 units. */
export const LONGEST_DOCUMENT = 65_536
export const documentTextSchema = z.string().max(LONGEST_DOCUMENT, 'A text has at most 65,536 letters.')

/** What a verb does to the window it is said to, its document in front, or a device. */
export const verbEffectSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('save') }),
  z.object({ kind: z.literal('close-window') }),
  z.object({ kind: z.literal('close-document') }),
  z.object({ kind: z.literal('next-document') }),
  /** An empty text of that name, in the folder the program works in. */
  z.object({ kind: z.literal('new-document'), name: shortText.min(1), role: shortText }),
  /** What the window shows goes round through these values, the first of them at the beginning. */
  z.object({ kind: z.literal('view'), view: shortText.min(1), values: z.array(shortText.min(1)).min(2).max(50) }),
  z.object({ kind: z.literal('select-all') }),
  z.object({ kind: z.literal('copy') }),
  z.object({ kind: z.literal('cut') }),
  z.object({ kind: z.literal('paste') }),
  /** `${date}`, `${time}` and the like stand for the moment. */
  z.object({ kind: z.literal('insert'), text: longText.min(1) }),
  /** In the folder that the window shows. */
  z.object({ kind: z.literal('make-folder'), name: shortText.min(1).regex(/^[^/\0]+$/, 'A name has no slash.') }),
  /** What is selected in the folder that the window shows. */
  z.object({ kind: z.literal('bin-selected') }),
  z.object({ kind: z.literal('say'), text: longText.min(1) }),
  /** A value, or the other way for a switch where there is none. */
  z.object({
    kind: z.literal('device'),
    deviceId: marked(idSchema, { refers: 'device' }),
    controlId: controlIdSchema,
    value: controlValueSchema.optional(),
  }),
])

export const verbSchema = z.object({ id: idSchema, name: shortText.min(1), effect: verbEffectSchema })

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
  /** The keys it answers itself while it is in front; with `verb`, by doing what it is told so. */
  claims: z
    .array(z.object({ chord: chordTextSchema, does: shortText, verb: idSchema.optional() }))
    .max(1000, 'At most 1,000 keys.'),
  /** What it can be told to do, by a menu of its windows too. */
  verbs: z.array(verbSchema).max(200, 'At most 200 verbs.').optional(),
  /** Set for one whose documents are texts that can be written in. */
  writes: z.boolean().optional(),
  /** Set for one that holds secrets: what is typed or copied there is written down nowhere else. */
  secret: z.boolean().optional(),
})

export const windowModeSchema = z.enum(['normal', 'maximized', 'minimized', 'hidden'])

/** A place in a text, in UTF-16 units. */
const offsetSchema = z.number().int().nonnegative()

/** A text that is being written, beside the one of its file: what is selected lies between `anchor` and `cursor`. */
export const draftSchema = z.object({
  text: documentTextSchema,
  cursor: offsetSchema,
  anchor: offsetSchema.optional(),
})

export const documentSchema = z.object({
  path: shownText,
  role: shortText,
  unsaved: z.boolean(),
  /** Absent as long as its text is that of the file. */
  draft: draftSchema.optional(),
})

/** Part of a display, in per cent of its width and height from its upper left corner. */
export const areaSchema = z
  .object({
    x: z.number().min(0).max(99),
    y: z.number().min(0).max(99),
    width: z.number().min(1, 'At least 1 %.').max(100),
    height: z.number().min(1, 'At least 1 %.').max(100),
  })
  .superRefine(({ x, y, width, height }, context) => {
    if (x + width > 100)
      context.addIssue({ code: 'custom', path: ['width'], message: 'It would stand out of the display at the right.' })
    if (y + height > 100)
      context.addIssue({
        code: 'custom',
        path: ['height'],
        message: 'It would stand out of the display at the bottom.',
      })
  })

/** So many desktops there may be; they are numbered from 1. */
export const MOST_DESKTOPS = 20
export const desktopNumberSchema = z.number().int().min(1).max(MOST_DESKTOPS)

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
  /** What its verbs have switched in it, by the name of the view. */
  views: z.record(shortText, shortText).optional(),
  /** Names that are marked in the folder it shows. */
  selected: z.array(shortText).max(10_000).optional(),
  /** Set on an error window: what the program says. */
  error: shownText.optional(),
})

export const windowSchema = z.object({
  id: idSchema,
  programId: idSchema,
  mode: windowModeSchema,
  /** The display it stands on; the first one when absent. */
  displayId: idSchema.optional(),
  /** The desktop it stands on; the first one when absent, and the last where there are fewer. */
  desktop: desktopNumberSchema.optional(),
  /** Where on its display it stands at its normal size; its own place when absent. */
  area: areaSchema.optional(),
  content: windowContentSchema,
})

/** One with `sound` is heard when it comes; one of the board goes by itself. */
export const messageSchema = z.object({
  id: idSchema,
  text: shownText,
  atMs: z.number(),
  sound: z.boolean().optional(),
  board: z.object({ goneAtMs: z.number() }).optional(),
})

/** A text that was copied, and from which program. */
export const clipSchema = z.object({
  id: idSchema,
  text: documentTextSchema,
  atMs: z.number(),
  programId: idSchema.optional(),
})

/** So many texts the clipboard remembers. */
export const MOST_CLIPS = 50

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

/** Where something lay before it was thrown into the bin. */
const binnedFrom = pathSchema.optional()

/** One entry of the file system, as it is said of its path. */
export const fileSchema = z.discriminatedUnion('kind', [
  /** `label` is what people call what is in it, where the name is only an identifier. */
  z.object({ kind: z.literal('folder'), label: shortText.optional(), binnedFrom }),
  /** Small texts are kept; of other files their size and when they were changed last. */
  z.object({
    kind: z.literal('file'),
    sizeBytes: z.number().int().nonnegative(),
    changedAtMs: z.number().int().optional(),
    text: documentTextSchema.optional(),
    binnedFrom,
  }),
])

/** The row of desktops by their names, which one is shown, and which one was before. */
export const desktopsSchema = z
  .object({
    names: z.array(z.string().trim().min(1, 'Give the desktop a name.').max(40)).min(1).max(MOST_DESKTOPS),
    shown: desktopNumberSchema,
    before: desktopNumberSchema.optional(),
  })
  .superRefine(({ names, shown, before = 1 }, context) => {
    if (shown > names.length)
      context.addIssue({ code: 'custom', path: ['shown'], message: 'It is one of the desktops.' })
    if (before > names.length)
      context.addIssue({ code: 'custom', path: ['before'], message: 'It is one of the desktops.' })
  })

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
  /** One desktop when absent. */
  desktops: desktopsSchema.optional(),
  /** What was copied, newest first. */
  clipboard: z.array(clipSchema).max(MOST_CLIPS).optional(),
  /** Frames that stand before all others, the first of them first. */
  liftedFrames: z.array(idSchema).max(1000).optional(),
  /** How far the clock of the bench was run forward. */
  clockAheadMs: z.number().int().optional(),
})

export type Program = z.infer<typeof programSchema>
export type BenchWindow = z.infer<typeof windowSchema>
export type WindowMode = z.infer<typeof windowModeSchema>
export type WindowContent = z.infer<typeof windowContentSchema>
export type BenchDocument = z.infer<typeof documentSchema>
export type Draft = z.infer<typeof draftSchema>
export type Area = z.infer<typeof areaSchema>
export type Desktops = z.infer<typeof desktopsSchema>
export type Clip = z.infer<typeof clipSchema>
export type Verb = z.infer<typeof verbSchema>
export type VerbEffect = z.infer<typeof verbEffectSchema>
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
