import { z } from 'zod'
import { conditionSchema } from '../conditions'
import { own } from '../result'
import { stepSchema } from '../steps'
import { fileLeverSchema, frameDocumentSchema } from './document'
import { HEADER, VERSION } from './layout'
import { isRecord } from './fileData'
import type { Data } from './fileData'
import { SHORT_FORMS } from './shortSteps'

/** Fields that levers and rows of variants have as the API has them. */
const SHARED = ['inputs', 'icon', 'interlock', 'lamp', 'doors', 'feedback', 'origin']

/** The JSON Schema (2020-12) of frame files, by which editors complete and check them. */
export function frameFileJsonSchema(): Data {
  const step = jsonOf(stepSchema)
  const lever = jsonOf(fileLeverSchema)
  const frame = jsonOf(frameDocumentSchema)
  const condition = jsonOf(conditionSchema)
  const fields = lever.root.properties as Data
  const all: Data = { ...step.definitions, ...lever.definitions, ...frame.definitions, ...condition.definitions }
  const { Step: _step, PlainStep: _plain, ...definitions } = all
  const shortWords = Object.fromEntries(
    Object.entries(SHORT_FORMS).map(([word, { help }]) => [word, { type: ['string', 'number'], description: help }]),
  )
  const text = { type: 'string' }
  const cells = { type: 'object', additionalProperties: { type: ['string', 'number', 'boolean', 'null'] } }
  const texts = { anyOf: [text, { type: 'array', items: text }] }
  const said: Data = {
    plate: {
      type: 'integer',
      minimum: 1,
      description: 'Its number; it keeps keys and history when the name changes.',
    },
    keys: {
      description: 'A chord, a sequence of chords, a trigger in full, or a list of such.',
      anyOf: [
        text,
        { $ref: '#/$defs/trigger' },
        { type: 'array', items: { anyOf: [text, { $ref: '#/$defs/trigger' }] } },
      ],
    },
    'only-in': { ...texts, description: 'Programs in front of which its keys are live.' },
    'not-in': { ...texts, description: 'Programs in front of which its keys are not live.' },
    off: { type: 'boolean' },
    words: { ...texts, description: 'Short words that find it in the launcher.' },
    do: { type: 'array', items: { $ref: '#/$defs/step' }, minItems: 1 },
    ...shortWords,
    'while-running': fields.whileRunning,
    'pulled-again': fields.pulledAgain,
    'by-hand': fields.byHand,
    ...Object.fromEntries(SHARED.map((field) => [field, { $ref: `#/$defs/${field}` }])),
  }
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Keen Lever frame file',
    description: 'A frame with its values, rules and levers.',
    type: 'object',
    required: [HEADER, 'frame'],
    additionalProperties: false,
    properties: {
      [HEADER]: { const: VERSION, description: 'Says that this is a frame file, in version 1.' },
      frame: { type: 'string', minLength: 1, description: 'The name of the frame.' },
      on: { type: 'boolean', description: 'Whether it is switched on; it is where this is left out.' },
      condition: { ...condition.root, description: 'A frame that is on is so only while this holds.' },
      values: {
        type: ['object', 'null'],
        additionalProperties: { type: ['string', 'number', 'boolean'] },
        description: 'Texts that levers use as ${name}.',
      },
      rules: (frame.root.properties as Data).rules,
      levers: { type: ['object', 'null'], additionalProperties: { $ref: '#/$defs/lever' } },
    },
    $defs: {
      ...definitions,
      ...Object.fromEntries(SHARED.map((field) => [field, own(fields, field)])),
      lever: {
        type: 'object',
        additionalProperties: false,
        properties: {
          ...said,
          variant: own(fields, 'variant'),
          variants: {
            type: ['object', 'null'],
            additionalProperties: { $ref: '#/$defs/variant' },
            description: 'Levers that are like this one but for what they say themselves.',
          },
        },
      },
      variant: {
        type: ['object', 'null'],
        additionalProperties: false,
        properties: {
          ...said,
          with: {
            description:
              'Arguments that differ, by their keys; null leaves one out. A list, where several programs are opened.',
            anyOf: [cells, { type: 'array', items: { anyOf: [cells, { type: 'null' }] } }],
          },
        },
      },
      trigger: (fields.triggers as Data).items,
      step: {
        anyOf: [
          { type: 'object', minProperties: 1, maxProperties: 1, additionalProperties: false, properties: shortWords },
          { $ref: '#/$defs/fullStep' },
        ],
      },
      fullStep: step.root,
    },
  }
}

/** The JSON Schema of a schema of ours as files have it: without ids, and with steps that may be one line. */
function jsonOf(schema: z.ZodType): { root: Data; definitions: Data } {
  const made = z.toJSONSchema(schema, { target: 'draft-2020-12', io: 'input', unrepresentable: 'any' }) as Data
  const { $defs = {}, $schema: _schema, ...root } = made
  const definitions = inFile($defs) as Data
  // A schema that has a name of its own is a reference to it.
  const named = typeof root.$ref === 'string' ? /^#\/\$defs\/(.+)$/.exec(root.$ref)?.[1] : undefined
  return { root: (named === undefined ? inFile(root) : own(definitions, named)) as Data, definitions }
}

function inFile(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(inFile)
  if (!isRecord(value)) return value
  const entries = Object.entries(value).map(([key, part]): [string, unknown] => {
    if (key === '$ref' && (part === '#/$defs/Step' || part === '#/$defs/PlainStep')) return [key, '#/$defs/step']
    if (key === 'required' && Array.isArray(part))
      return [key, part.filter((name) => name !== 'id' && name !== 'onFailure')]
    return [key, inFile(part)]
  })
  return Object.fromEntries(entries)
}
