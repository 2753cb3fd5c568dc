import { didYouMean } from '../names'
import { own } from '../result'
import type { AnyStep, Step } from '../steps'
import { asText, isRecord } from './fileData'
import type { Data, DataPath, Tell } from './fileData'
import { SHORT_FORMS } from './shortSteps'

/** Steps as plain data for a file, and back. */

/** The lists of steps in a block, by the names of the fields that hold them. */
const STEP_LISTS: ReadonlySet<string> = new Set(['steps', 'otherwise'])
const LISTS_OF_LISTS: ReadonlySet<string> = new Set(['branches', 'cases', 'roads'])

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

/** Steps from a list of the file, numbered on from `count`. */
export function stepsFrom(data: unknown, path: DataPath, count: { steps: number }, tell: Tell): unknown[] {
  if (!Array.isArray(data)) {
    tell(
      data === undefined ? path.slice(0, -1) : path,
      'Say what it does: a list of steps below “do:”, or one line such as “open: night-book”.',
    )
    return []
  }
  return data.map((one, i) => stepFrom(one, [...path, i], count, tell))
}

/** A step from one line of the file or in full; what it cannot be is told. */
export function stepFrom(data: unknown, path: DataPath, count: { steps: number }, tell: Tell): unknown {
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
