import { didYouMean } from '../names'
import { own } from '../result'
import type { PatternField } from '../levers'
import type { AnyStep, Step } from '../steps'
import type { FileLever } from './document'
import { SHORT_FORMS } from './shortSteps'

/** A lever as plain data for a file, and back: what is as it is by itself is left out, plain steps are one line. */

export type Data = Record<string, unknown>
/** Where something stands in the data of a file. */
export type DataPath = readonly (string | number)[]
/** Tells what is wrong with the data of a file, and where. */
export type Tell = (path: DataPath, message: string) => void

/** What the fields of a lever are called in a file, where that differs. */
const NAMES: Readonly<Record<string, string>> = {
  aliases: 'words',
  whileRunning: 'while-running',
  pulledAgain: 'pulled-again',
  byHand: 'by-hand',
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
  'byHand',
  'origin',
  'variant',
] as const
export const LEVER_KEYS = [
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

export function withoutId({ id: _id, ...rest }: { readonly id: string }): Data {
  return rest
}

export function leverData(lever: FileLever): Data {
  const { plate, triggers, scope, enabled, aliases, steps } = lever
  const plain = PLAIN_FIELDS.flatMap((field) => {
    const value = lever[field]
    if (value === undefined || value === null || (field === 'whileRunning' && value === 'ignore')) return []
    return Object.entries(plainData(field, value))
  })
  return {
    ...(plate === undefined ? {} : { plate }),
    ...(triggers.length === 0 ? {} : { keys: keysData(triggers) }),
    ...(scope.kind === 'everywhere' ? {} : scopeData(scope)),
    ...(enabled ? {} : { off: true }),
    ...(aliases.length > 0 ? { words: aliases } : {}),
    ...workData(steps),
    ...(Object.fromEntries(plain) as Data),
  }
}

/** A field that a lever may have of its own, as a row says it: also where it is as it is by itself. */
export function fieldData(field: Exclude<PatternField, 'frameId'>, lever: FileLever): Data {
  switch (field) {
    case 'triggers':
      return { keys: keysData(lever.triggers) }
    case 'scope':
      return scopeData(lever.scope)
    case 'enabled':
      return { off: !lever.enabled }
    case 'aliases':
      return { words: lever.aliases }
    case 'steps':
      return workData(lever.steps)
    default:
      return plainData(field, lever[field])
  }
}

function plainData(field: (typeof PLAIN_FIELDS)[number], value: unknown): Data {
  const said = field === 'doors' && Array.isArray(value) ? (value as { id: string }[]).map(withoutId) : (value ?? null)
  return Object.fromEntries([[NAMES[field] ?? field, said]])
}

function scopeData(scope: FileLever['scope']): Data {
  return scope.kind === 'only'
    ? { 'only-in': scope.programIds }
    : { 'not-in': scope.kind === 'except' ? scope.programIds : [] }
}

function workData(steps: FileLever['steps']): Data {
  const [only, ...more] = steps.map(stepData)
  return only !== undefined && more.length === 0 && !('kind' in only) ? only : { do: steps.map(stepData) }
}

function keysData(triggers: FileLever['triggers']): unknown {
  const keys = triggers.map(keyData)
  return keys.length === 1 ? keys[0] : keys
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

export function tellUnknown(data: Data, known: readonly string[], path: DataPath, tell: Tell): void {
  for (const key of Object.keys(data))
    if (!known.includes(key)) tell([...path, key], `There is no “${key}” here.${didYouMean(key, known)}`)
}

export function leverFrom(name: string, data: unknown, path: DataPath, tell: Tell): Data {
  if (!isRecord(data)) {
    tell(path, `Say what “${name}” does, such as “open: night-book”.`)
    return { name, steps: [] }
  }
  const known = [...LEVER_KEYS, 'variants', ...SHORT_WORDS]
  tellUnknown(data, known, path, tell)
  // What it does may be what is misspelt; that is told by then.
  const isMisspelt = !saysWork(data) && Object.keys(data).some((key) => !known.includes(key))
  return {
    name,
    triggers: [],
    scope: EVERYWHERE,
    enabled: true,
    aliases: [],
    ...fieldsFrom(data, path, tell),
    steps: isMisspelt ? [] : workFrom(data, path, tell),
  }
}

const SHORT_WORDS = Object.keys(SHORT_FORMS)
const EVERYWHERE = { kind: 'everywhere' }

/** Whether data say what is done. */
export function saysWork(data: Data): boolean {
  return 'do' in data || SHORT_WORDS.some((word) => word in data)
}

/** The steps that data say, in a list or in one line. */
export function workFrom(data: Data, path: DataPath, tell: Tell): unknown[] {
  const words = SHORT_WORDS.filter((word) => word in data)
  const [one] = words
  if (words.length + ('do' in data ? 1 : 0) > 1)
    tell([...path, one!], 'Several steps stand in a list below “do:”, one a line.')
  const count = { steps: 0 }
  return one === undefined
    ? stepsFrom(data.do, [...path, 'do'], count, tell)
    : [stepFrom({ [one]: data[one] }, path, count, tell)]
}

/** The fields that data say, but for what is done. */
export function fieldsFrom(data: Data, path: DataPath, tell: Tell): Data {
  if ('only-in' in data && 'not-in' in data) tell([...path, 'not-in'], 'Either only-in or not-in, not both.')
  const scope =
    'only-in' in data
      ? { kind: 'only', programIds: asList(data['only-in']) }
      : { kind: 'except', programIds: asList(data['not-in']) }
  const isAll = !('only-in' in data) && asList(data['not-in']).length === 0
  const plain = PLAIN_FIELDS.flatMap((field) => {
    const said = data[NAMES[field] ?? field]
    return said === undefined ? [] : [[field, field === 'doors' && said !== null ? numbered(said, 'd') : said]]
  })
  return {
    ...(data.plate === undefined ? {} : { plate: data.plate }),
    ...('keys' in data ? { triggers: keysFrom(data.keys) } : {}),
    ...('only-in' in data || 'not-in' in data ? { scope: isAll ? EVERYWHERE : scope } : {}),
    ...('off' in data ? { enabled: data.off !== true } : {}),
    ...(data.words === undefined ? {} : { aliases: asList(data.words).map(asText) }),
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

export function numbered(data: unknown, letter: string): unknown {
  return Array.isArray(data)
    ? data.map((one: unknown, i) => (isRecord(one) ? { ...one, id: `${letter}${i + 1}` } : one))
    : (data ?? [])
}

const asList = (data: unknown): unknown[] => (Array.isArray(data) ? data : [data])

/** A number or a word is a text where a text is wanted. */
export function asText(data: unknown): string {
  if (typeof data === 'string') return data
  return typeof data === 'number' || typeof data === 'boolean' ? String(data) : ''
}
/** Names with what stands below each, in their order; a map keeps it where an object would not. */
export function entriesOf(data: unknown): [string, unknown][] | undefined {
  if (data === undefined || data === null) return []
  if (data instanceof Map) return [...data].map(([name, value]) => [String(name), value])
  return isRecord(data) ? Object.entries(data) : undefined
}

export function isRecord(data: unknown): data is Data {
  return typeof data === 'object' && data !== null && !Array.isArray(data) && !(data instanceof Map)
}
