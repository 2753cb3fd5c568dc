import { z } from 'zod'
import { deviceSchema, lampSchema } from './deviceSchema'
import type { controlSchema, DEVICE_KINDS, deviceFaultSchema } from './deviceSchema'
import { fileTable, fileTree } from './files'
import type { FileTree } from './files'
import { programSchema } from './programSchema'
import type { verbEffectSchema, verbSchema } from './programSchema'
import {
  clockAheadSchema,
  documentTextSchema,
  idSchema,
  momentSchema,
  pathSchema,
  shortText,
  shownText,
} from './schemaParts'
import type { controlValueSchema } from './schemaParts'

export {
  controlSchema,
  DEVICE_KINDS,
  deviceFaultSchema,
  deviceKindSchema,
  deviceSchema,
  lampSchema,
} from './deviceSchema'
export { programSchema, verbEffectSchema, verbSchema } from './programSchema'
export {
  chordTextSchema,
  controlIdSchema,
  clockAheadSchema,
  controlValueSchema,
  documentTextSchema,
  idSchema,
  LONGEST_DOCUMENT,
  pathSchema,
} from './schemaParts'

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
  atMs: momentSchema,
  sound: z.boolean().optional(),
  board: z.object({ goneAtMs: momentSchema }).optional(),
})

/** What was copied, and from which program. */
export const clipSchema = z.object({
  id: idSchema,
  /** A text, an address, the paths of files a line each, or what is said in place of a picture. */
  text: documentTextSchema,
  atMs: momentSchema,
  programId: idSchema.optional(),
  /** A text when absent. */
  kind: z.enum(['address', 'files', 'picture']).optional(),
  /** Stays when there are too many. */
  pinned: z.literal(true).optional(),
  /** From a program that holds secrets: it can be pasted, and is forgotten with the next that is copied. */
  passing: z.literal(true).optional(),
  /** What a run copied long ago: its text is kept no longer. */
  forgotten: z.literal(true).optional(),
})

/** So much that was copied the clipboard remembers. */
export const MOST_CLIPS = 500
/** So much of that can be pinned. */
export const MOST_PINNED_CLIPS = 100

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
    changedAtMs: momentSchema.int().optional(),
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

/** A page of the place by its name. */
export const addressSchema = z.object({ name: z.string().max(250), address: z.string().max(4096) })

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
  addresses: z.array(addressSchema),
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
  clockAheadMs: clockAheadSchema.optional(),
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
