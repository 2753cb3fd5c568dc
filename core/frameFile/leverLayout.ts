import type { PatternField } from '../levers'
import type { FileLever } from './document'
import { asList, asText, isRecord, numbered, tellUnknown, withoutId } from './fileData'
import type { Data, DataPath, Tell } from './fileData'
import { SHORT_FORMS } from './shortSteps'
import { stepData, stepFrom, stepsFrom } from './stepLayout'

/** A lever as plain data for a file, and back: what is as it is by itself is left out, plain steps are one line. */

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
