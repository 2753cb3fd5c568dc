import { z } from 'zod'
import { argumentRulesSchema } from '../command'
import { marked } from '../fields'
import {
  chordTextSchema,
  controlIdSchema,
  controlValueSchema,
  idSchema,
  longText,
  pathSchema,
  shortText,
  versionSchema,
} from './schemaParts'

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
  /** A picture of what it shows, as a stand-in. */
  z.object({ kind: z.literal('copy-picture') }),
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
  /** Set for one that the system needs: it cannot be uninstalled. */
  needed: z.boolean().optional(),
  /** Set for one that holds secrets: what is typed or copied there is written down nowhere else. */
  secret: z.boolean().optional(),
})
