import { didYouMean } from '../names'
import { own } from '../result'
import type { AnyStep, Step } from '../steps'
import type { FileLever, FrameDocument } from './document'
import { SHORT_FORMS } from './shortSteps'

/** A document as plain data for a file, and back: what is as it is by itself is left out, plain steps are one line. */

export type Data = Record<string, unknown>
/** Where something stands in the data of a file. */
export type DataPath = readonly (string | number)[]

/** What is wrong with the data of a file, and where. */
export interface DataIssue {
  readonly path: DataPath
  readonly message: string
}

export const VERSION = 1
export const HEADER = 'keen-lever'
const FRAME_KEYS = [HEADER, 'frame', 'on', 'condition', 'values', 'rules', 'levers']
/** What the fields of a lever are called in a file, where that differs. */
const NAMES: Readonly<Record<string, string>> = {
  aliases: 'words',
  whileRunning: 'while-running',
  pulledAgain: 'pulled-again',
}
const PLAIN_FIELDS = [
  'whileRunning',
  'pulledAgain',
  'inputs',
  'icon',
  'interlock',
  'lamp',
  'doors',
  'feedback',
  'origin',
  'variant',
] as const
const LEVER_KEYS = [
  'plate',
  'keys',
  'only-in',
  'not-in',
  'off',
  'words',
  'do',
  ...PLAIN_FIELDS.map((field) => NAMES[field] ?? field),
]

/** The lists of steps in a block, by the names of the fields that hold them. */
const STEP_LISTS: ReadonlySet<string> = new Set(['steps', 'otherwise'])
const LISTS_OF_LISTS: ReadonlySet<string> = new Set(['branches', 'cases', 'roads'])

export function toData({ name, on, condition, rules, values, levers }: FrameDocument): Data {
  return {
    [HEADER]: VERSION,
    frame: name,
    ...(on ? {} : { on: false }),
    ...(condition ? { condition } : {}),
    ...(values.length > 0 ? { values: new Map(values.map((value) => [value.name, value.text])) } : {}),
    ...(rules.length > 0 ? { rules: rules.map(withoutId) } : {}),
    levers: new Map(levers.map((lever) => [lever.name, leverData(lever)])),
  }
}

function withoutId({ id: _id, ...rest }: { readonly id: string }): Data {
  return rest
}

export function leverData(lever: FileLever): Data {
  const { plate, triggers, scope, enabled, aliases, steps } = lever
  const keys = triggers.map(keyData)
  const [only, ...more] = steps.map(stepData)
  const isOneLine = only !== undefined && more.length === 0 && !('kind' in only)
  const plain = PLAIN_FIELDS.flatMap((field) => {
    const value = lever[field]
    if (value === undefined || value === null || (field === 'whileRunning' && value === 'ignore')) return []
    return [[NAMES[field] ?? field, field === 'doors' ? (value as { id: string }[]).map(withoutId) : value]]
  })
  return {
    ...(plate === undefined ? {} : { plate }),
    ...(keys.length === 0 ? {} : { keys: keys.length === 1 ? keys[0] : keys }),
    ...(scope.kind === 'only' ? { 'only-in': scope.programIds } : {}),
    ...(scope.kind === 'except' ? { 'not-in': scope.programIds } : {}),
    ...(enabled ? {} : { off: true }),
    ...(aliases.length > 0 ? { words: aliases } : {}),
    ...(isOneLine ? only : { do: steps.map(stepData) }),
    ...(Object.fromEntries(plain) as Data),
  }
}

function keyData({ id: _id, wins, ...trigger }: FileLever['triggers'][number]): unknown {
  const rest = { ...trigger, ...(wins === 'auto' ? {} : { wins }) }
  if (trigger.kind === 'chord' && Object.keys(rest).length === 2) return trigger.chord
  if (trigger.kind === 'sequence' && Object.keys(rest).length === 2) return trigger.sequence
  return rest
}

/** A step in one line where that says all of it, else in full without what is so by itself. */
export function stepData(step: Step | AnyStep): Data {
  const { id: _id, onFailure, alternative, ...rest } = step as AnyStep & Data
  const isPlain = onFailure === 'stop' && !alternative && rest.off === undefined && rest.retry === undefined
  if (isPlain) {
    const { kind, ...fields } = rest
    for (const [word, form] of Object.entries(SHORT_FORMS)) {
      const text = form.kind === kind ? form.write(fields) : undefined
      if (text !== undefined) return { [word]: text }
    }
  }
  const inner = Object.fromEntries(Object.entries(rest).map(([key, value]) => [key, withSteps(key, value, stepsData)]))
  return {
    ...inner,
    ...(onFailure === 'stop' ? {} : { onFailure }),
    ...(alternative ? { alternative: stepData(alternative) } : {}),
  }
}

const stepsData = (steps: unknown) => (steps as AnyStep[]).map(stepData)

/** The lists of steps in a field of a block made into something else; every other value as it is. */
function withSteps(
  key: string,
  value: unknown,
  change: (steps: unknown, path: DataPath) => unknown,
  path: DataPath = [],
): unknown {
  if (!Array.isArray(value)) return value
  if (STEP_LISTS.has(key)) return change(value, path)
  if (!LISTS_OF_LISTS.has(key)) return value
  return value.map((one: unknown, i) =>
    isRecord(one) && Array.isArray(one.steps) ? { ...one, steps: change(one.steps, [...path, i, 'steps']) } : one,
  )
}

/** The document that data say, as far as they can be read; the schema judges what it holds. */
export function fromData(data: unknown): { document: Data; issues: DataIssue[] } {
  const issues: DataIssue[] = []
  const tell = (path: DataPath, message: string) => issues.push({ path, message })
  if (!isRecord(data)) {
    tell([], 'A frame file begins with “keen-lever: 1”, “frame:” and “levers:”.')
    return { document: {}, issues }
  }
  if (data[HEADER] !== VERSION)
    tell(HEADER in data ? [HEADER] : [], `The first line of a frame file is “${HEADER}: ${VERSION}”.`)
  tellUnknown(data, FRAME_KEYS, [], tell)
  const values = entriesOf(data.values)
  if (!values) tell(['values'], 'Values are names, each with a text: “night: dome-desk”.')
  const levers = entriesOf(data.levers)
  if (!levers) tell(['levers'], 'Levers are names, each with what it does.')
  const document: Data = {
    name: data.frame,
    ...(data.on === undefined ? {} : { on: data.on }),
    ...(data.condition === undefined ? {} : { condition: data.condition }),
    values: (values ?? []).map(([name, text]) => ({ name, text: asText(text) })),
    rules: numbered(data.rules, 'r'),
    levers: (levers ?? []).map(([name, lever]) => leverFrom(name, lever, ['levers', name], tell)),
  }
  return { document, issues }
}

type Tell = (path: DataPath, message: string) => void

function tellUnknown(data: Data, known: readonly string[], path: DataPath, tell: Tell): void {
  for (const key of Object.keys(data))
    if (!known.includes(key)) tell([...path, key], `There is no “${key}” here.${didYouMean(key, known)}`)
}

function leverFrom(name: string, data: unknown, path: DataPath, tell: Tell): Data {
  if (!isRecord(data)) {
    tell(path, `Say what “${name}” does, such as “open: night-book”.`)
    return { name, steps: [] }
  }
  const words = Object.keys(SHORT_FORMS).filter((word) => word in data)
  const known = [...LEVER_KEYS, ...Object.keys(SHORT_FORMS)]
  tellUnknown(data, known, path, tell)
  // What it does may be what is misspelt; that is told by then.
  const isMisspelt = words.length === 0 && !('do' in data) && Object.keys(data).some((key) => !known.includes(key))
  if (words.length + ('do' in data ? 1 : 0) > 1)
    tell([...path, words[0]!], 'Several steps stand in a list below “do:”, one a line.')
  const one = words[0]
  const count = { steps: 0 }
  const steps =
    one === undefined && !isMisspelt
      ? stepsFrom(data.do, [...path, 'do'], count, tell)
      : one === undefined
        ? []
        : [stepFrom({ [one]: data[one] }, path, count, tell)]
  if ('only-in' in data && 'not-in' in data) tell([...path, 'not-in'], 'Either only-in or not-in, not both.')
  const scope =
    'only-in' in data
      ? { kind: 'only', programIds: asList(data['only-in']) }
      : 'not-in' in data
        ? { kind: 'except', programIds: asList(data['not-in']) }
        : { kind: 'everywhere' }
  const plain = PLAIN_FIELDS.flatMap((field) => {
    const said = data[NAMES[field] ?? field]
    return said === undefined ? [] : [[field, field === 'doors' ? numbered(said, 'd') : said]]
  })
  return {
    name,
    ...(data.plate === undefined ? {} : { plate: data.plate }),
    triggers: keysFrom(data.keys),
    scope,
    enabled: data.off !== true,
    aliases: data.words === undefined ? [] : asList(data.words).map(asText),
    steps,
    ...(Object.fromEntries(plain) as Data),
  }
}

/** A chord, a sequence, or a list of such and of ways in full. */
function keysFrom(data: unknown): unknown[] {
  return (data === undefined || data === null ? [] : asList(data)).map((key, i) => {
    const id = `t${i + 1}`
    if (isRecord(key)) return { ...key, id }
    const text = asText(key).trim()
    return /\s/.test(text) ? { id, kind: 'sequence', sequence: text } : { id, kind: 'chord', chord: text }
  })
}

function stepsFrom(data: unknown, path: DataPath, count: { steps: number }, tell: Tell): unknown[] {
  if (!Array.isArray(data)) {
    tell(
      data === undefined ? path.slice(0, -1) : path,
      'Say what it does: a list of steps below “do:”, or one line such as “open: night-book”.',
    )
    return []
  }
  return data.map((one, i) => stepFrom(one, [...path, i], count, tell))
}

function stepFrom(data: unknown, path: DataPath, count: { steps: number }, tell: Tell): unknown {
  const id = `s${(count.steps += 1)}`
  const known = [...Object.keys(SHORT_FORMS), 'kind']
  if (!isRecord(data)) {
    tell(path, 'A step is a word and what it is about, such as “wait: 5 s”, or begins with “kind:”.')
    return { id }
  }
  if (!('kind' in data)) {
    const [word = '', ...more] = Object.keys(data)
    const form = own(SHORT_FORMS, word)
    if (!form || more.length > 0) {
      const wrong = form ? more[0]! : word
      tell([...path, wrong], `No step begins with “${wrong}”.${didYouMean(wrong, known)}`)
      return { id }
    }
    const fields = form.read(asText(data[word]))
    if (!fields) {
      tell([...path, word], `“${word}” does not go with “${asText(data[word])}”. ${form.help}`)
      return { id }
    }
    return { id, kind: form.kind, ...fields }
  }
  const { alternative, ...rest } = data
  const inner = Object.fromEntries(
    Object.entries(rest).map(([key, value]) => [
      key,
      withSteps(key, value, (steps, below) => stepsFrom(steps, [...path, key, ...below], count, tell)),
    ]),
  )
  return {
    id,
    ...inner,
    ...(alternative === undefined ? {} : { alternative: stepFrom(alternative, [...path, 'alternative'], count, tell) }),
  }
}

function numbered(data: unknown, letter: string): unknown {
  return Array.isArray(data)
    ? data.map((one: unknown, i) => (isRecord(one) ? { ...one, id: `${letter}${i + 1}` } : one))
    : (data ?? [])
}

const asList = (data: unknown): unknown[] => (Array.isArray(data) ? data : [data])

/** A number or a word is a text where a text is wanted. */
function asText(data: unknown): string {
  if (typeof data === 'string') return data
  return typeof data === 'number' || typeof data === 'boolean' ? String(data) : ''
}

/** Names with what stands below each, in their order; a map keeps it where an object would not. */
function entriesOf(data: unknown): [string, unknown][] | undefined {
  if (data === undefined || data === null) return []
  if (data instanceof Map) return [...data].map(([name, value]) => [String(name), value])
  return isRecord(data) ? Object.entries(data) : undefined
}

export function isRecord(data: unknown): data is Data {
  return typeof data === 'object' && data !== null && !Array.isArray(data) && !(data instanceof Map)
}
