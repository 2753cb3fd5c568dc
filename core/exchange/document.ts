import { z } from 'zod'
import { frameDocumentSchema, withOwnIds } from '../frameFile'
import { keySettingsSchema } from '../levers'
import { fail, succeed } from '../result'
import type { Issue, Result } from '../result'
import { carriedSettingsSchema } from '../settings'
import { kitSchema } from '../sheets'
import { jsonDepth } from '../values'

/** By this key a file is known as an exchange document; its value is the version. */
export const DOCUMENT_KEY = 'keen-lever-document'
const VERSION = 1

/** So long a document may be, in UTF-16 units, and so deep. */
export const LONGEST_DOCUMENT = 24_000_000
const DEEPEST = 100

const kit = kitSchema.pick({ name: true, steps: true })

/** Frames with all that is in them, the values that all share, kits and settings. Levers of one frame name those of others by number. */
export const exchangeDocumentSchema = z
  .object({
    [DOCUMENT_KEY]: z.literal(VERSION, 'This is not a version of the document that can be read here.'),
    frames: z.array(frameDocumentSchema).max(200, 'A document has at most 200 frames.').default([]),
    values: frameDocumentSchema.shape.values,
    kits: z.array(kit).max(1000, 'A document has at most 1,000 kits.').default([]),
    settings: carriedSettingsSchema.optional(),
    keys: keySettingsSchema
      .optional()
      .meta({ description: 'The keyboard, the timing of keys, and what a pull tells.' }),
  })
  .superRefine(({ frames, values, kits }, context) => {
    const tell = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message })
    twice(frames.map(({ name }) => name)).forEach((i) => tell(['frames', i, 'name'], 'Another frame has this name.'))
    twice(values.map(({ name }) => name)).forEach((i) => tell(['values', i, 'name'], 'Another value has this name.'))
    twice(kits.map(({ name }) => name)).forEach((i) => tell(['kits', i, 'name'], 'Another kit has this name.'))
    const plates = new Set<number>()
    for (const [i, { levers, values: own }] of frames.entries()) {
      twice(own.map(({ name }) => name)).forEach((at) =>
        tell(['frames', i, 'values', at, 'name'], 'Another value of the frame has this name.'),
      )
      for (const [at, { plate }] of levers.entries()) {
        if (plate === undefined) continue
        if (plates.has(plate)) tell(['frames', i, 'levers', at, 'plate'], `Another lever has the number ${plate}.`)
        plates.add(plate)
      }
    }
  })
export type ExchangeDocument = z.infer<typeof exchangeDocumentSchema>

/** The places of those that stood before in a list. */
function twice(names: readonly string[]): number[] {
  const seen = new Set<string>()
  return names.flatMap((name, i) => {
    const isKnown = seen.has(name)
    seen.add(name)
    return isKnown ? [i] : []
  })
}

/** A document as text, the same for the same document. */
export function writeDocument(document: Omit<ExchangeDocument, typeof DOCUMENT_KEY>): string {
  return `${JSON.stringify({ [DOCUMENT_KEY]: VERSION, ...document }, null, 2)}\n`
}

/**
 * Reads a document. Issues, each `at` the dotted path: `document-large`, `document-deep`, `document-unreadable` with line
 * and column where it is no JSON, `document-foreign`, and those of the schema.
 */
export function readDocument(text: string): Result<ExchangeDocument> {
  if (text.length > LONGEST_DOCUMENT)
    return fail({ code: 'document-large', message: 'A document has at most 24 million letters.' })
  if (jsonDepth(text) > DEEPEST)
    return fail({ code: 'document-deep', message: `Things stand more than ${DEEPEST} deep in each other.` })
  const json = parsed(text)
  if (!json.ok) return json
  if (typeof json.value !== 'object' || json.value === null || !Object.hasOwn(json.value, DOCUMENT_KEY))
    return fail({
      code: 'document-foreign',
      message: `This is no document of Keen Lever: it does not begin with "${DOCUMENT_KEY}".`,
    })
  const read = exchangeDocumentSchema.safeParse(json.value)
  if (read.success) return succeed({ ...read.data, frames: read.data.frames.map(withOwnIds) })
  const issues = read.error.issues.map(({ path, message }): Issue => ({
    code: 'document-wrong',
    message,
    at: path.map(String).join('.'),
  }))
  return fail(...issues)
}

function parsed(text: string): Result<unknown> {
  try {
    return succeed(JSON.parse(text.replace(/^\uFEFF/, '')))
  } catch (error) {
    const said = error instanceof Error ? error.message : String(error)
    const offset = /at position (\d+)/.exec(said)?.[1]
    const at = offset === undefined ? text.length : Number(offset)
    const before = text.slice(0, at).split('\n')
    const place = `line ${before.length}, column ${before.at(-1)!.length + 1}`
    return fail({ code: 'document-unreadable', message: `This is no JSON: something is wrong at ${place}.`, at: place })
  }
}

/** The JSON Schema (2020-12) of documents. */
export function documentJsonSchema(): Record<string, unknown> {
  return {
    title: 'Keen Lever document',
    description: 'Frames with their levers, values, kits and settings.',
    ...z.toJSONSchema(exchangeDocumentSchema, { io: 'input', unrepresentable: 'any' }),
  }
}
