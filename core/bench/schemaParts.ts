import { z } from 'zod'
import { parseChord } from '../keys'

/** What the schemas of the bench are made of: names, texts, paths, ids, values of controls. */

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
export const shortText = z.string().max(400, 'At most 400 letters.')
export const longText = z.string().max(4096, 'At most 4,096 letters.')
/** Texts into which values were put are no longer than 65,536 letters; a title may have several. */
export const shownText = z.string().max(200_000, 'At most 200,000 letters.')

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

/** So far from 1970 a date goes, in ms (ECMA-262, time values). */
const FURTHEST_MS = 8.64e15
/** A point in time, in ms since 1970. */
export const momentSchema = z.number().min(-FURTHEST_MS).max(FURTHEST_MS)

/** A hundred years: whatever is counted from a clock that was run so far is a date still. */
const MOST_AHEAD_MS = 100 * 365.25 * 24 * 3_600_000
/** How far the clock of the bench is ahead of that of the machine, in ms; behind it below 0. */
export const clockAheadSchema = z
  .number()
  .int()
  .min(-MOST_AHEAD_MS, 'The clock goes back by a hundred years at most.')
  .max(MOST_AHEAD_MS, 'The clock runs forward by a hundred years at most.')

/** Goes up with every edit of a description; 1 when absent. */
export const versionSchema = z.number().int().positive().optional()
