import { readInput } from '../levers'
import type { Lever, LeverInput } from '../levers'
import type { Result } from '../result'
import { createIndex } from '../search'
import type { Value } from '../values'

/** What stands between two inputs where it has to be said. */
export const NEXT_INPUT = '\t'

/** One input of a lever as it was typed behind its alias. */
export interface QuickInput {
  readonly input: LeverInput
  /** What was typed for it; empty where nothing was. */
  readonly text: string
  /** What it is, once it can be taken. */
  readonly value?: Value
  /** Why it cannot be taken. */
  readonly because?: string
  /** What it may become, best first. */
  readonly choices: readonly string[]
}

/** A lever with what it is given, in one line. */
export interface QuickAct {
  readonly lever: Lever
  /** The word that found it. */
  readonly alias: string
  readonly inputs: readonly QuickInput[]
  /** Which of them is being typed. */
  readonly at: number
  /** What was typed beyond the last of them. */
  readonly rest: string
}

/** Reads a day said in words; absent as long as what reads them is not at hand. */
export type ReadDate = (text: string) => Result<string>

const LONGEST_DATE_WORDS = 5

/**
 * The levers with inputs that a line begins with an alias of, each with what follows as its inputs: a number, a yes or
 * no, a choice and a day take as much as they need, a text all up to the next `NEXT_INPUT`.
 */
export function quickActs(
  line: string,
  levers: readonly Lever[],
  aliasesOf: (lever: Lever) => readonly string[],
  readDate?: ReadDate,
): QuickAct[] {
  const [, word, given] = /^\s*(\S+)[ \t](.*)$/s.exec(line) ?? []
  if (word === undefined || given === undefined) return []
  const wanted = word.toLowerCase()
  return levers.flatMap((lever) => {
    const alias = aliasesOf(lever).find((one) => one.toLowerCase() === wanted)
    if (alias === undefined || !lever.inputs || lever.inputs.length === 0) return []
    return [{ lever, alias, ...readGiven(given, lever.inputs, readDate) }]
  })
}

function readGiven(
  given: string,
  inputs: readonly LeverInput[],
  readDate: ReadDate | undefined,
): Pick<QuickAct, 'inputs' | 'at' | 'rest'> {
  const parts = given.split(NEXT_INPUT)
  const read: QuickInput[] = []
  let part = 0
  let left = parts[0]!.trimStart()
  let at = 0
  for (const [i, input] of inputs.entries()) {
    const isLast = i === inputs.length - 1
    const text = taken(left, input, isLast, readDate)
    if (part < parts.length) at = i
    read.push(checked(input, text.trim(), readDate))
    left = left.slice(text.length).trimStart()
    if (left === '') {
      part += 1
      left = (parts[part] ?? '').trimStart()
      // A space behind a whole value goes on to the next one.
      if (part >= parts.length && !isLast && text !== '' && /\s$/.test(given)) at = i + 1
    }
  }
  const rest = [left, ...parts.slice(part + 1)].join(' ').trim()
  return { inputs: read, at: Math.min(at, inputs.length - 1), rest }
}

/** So much of what is left one input takes. */
function taken(left: string, input: LeverInput, isLast: boolean, readDate: ReadDate | undefined): string {
  switch (input.kind) {
    case 'number':
    case 'yes-no':
      return /^\S*/.exec(left)![0]
    case 'choice': {
      const lowered = left.toLowerCase()
      const whole = (input.choices ?? [])
        .filter((choice) => lowered.startsWith(choice.toLowerCase()) && /^(\s|$)/.test(left.slice(choice.length)))
        .sort((a, b) => b.length - a.length)[0]
      if (whole !== undefined) return left.slice(0, whole.length)
      return isLast ? left : /^\S*/.exec(left)![0]
    }
    case 'date':
      return daySaid(left, readDate) ?? (isLast ? left : /^\S*/.exec(left)![0])
    case 'text':
    case 'any':
      return left
  }
}

/** The most words at the beginning that are a day. */
function daySaid(left: string, readDate: ReadDate | undefined): string | undefined {
  if (!readDate) return undefined
  const words = [...left.matchAll(/\S+/g)].slice(0, LONGEST_DATE_WORDS)
  for (const word of words.reverse()) {
    const text = left.slice(0, word.index + word[0].length)
    if (readDate(text).ok) return text
  }
  return undefined
}

function checked(input: LeverInput, text: string, readDate: ReadDate | undefined): QuickInput {
  const choices = choicesFor(input, text)
  if (text === '') return { input, text, choices }
  // The only one that it can become is meant.
  const meant = input.kind === 'choice' && choices.length === 1 ? choices[0]! : text
  const day = input.kind === 'date' ? readDate?.(meant) : undefined
  if (day && !day.ok) return { input, text, choices, because: day.issues[0]!.message }
  const value = readInput(input, day?.ok ? day.value : meant)
  return value.ok
    ? { input, text, choices, value: value.value }
    : { input, text, choices, because: value.issues[0]!.message }
}

/** What a text may become, best first; all of them for an empty one. */
function choicesFor(input: LeverInput, text: string): readonly string[] {
  const known = input.kind === 'yes-no' ? ['yes', 'no'] : input.kind === 'choice' ? (input.choices ?? []) : []
  if (text === '' || known.length === 0) return known
  const exact = known.find((choice) => choice.toLowerCase() === text.toLowerCase())
  if (exact !== undefined) return [exact]
  return createIndex(known.map((choice) => ({ id: choice, name: choice })))
    .search(text, { limit: 50 })
    .map(({ entry }) => entry.name)
}

/**
 * The line with the input that is being typed made whole and the next one begun: by its best choice where it has one,
 * else as it stands. The same line where there is no next one and nothing to complete.
 */
export function nextInput(line: string, { inputs, at, rest }: QuickAct): string {
  const now = inputs[at]!
  const isLast = at === inputs.length - 1
  const best = now.input.kind === 'choice' || now.input.kind === 'yes-no' ? now.choices[0] : undefined
  const whole = best !== undefined && now.text !== '' && rest === '' ? completed(line, now.text, best) : line
  return isLast ? whole : `${whole.replace(/\s+$/, '')}${NEXT_INPUT}`
}

function completed(line: string, text: string, best: string): string {
  const trimmed = line.replace(/\s+$/, '')
  return trimmed.toLowerCase().endsWith(text.toLowerCase())
    ? trimmed.slice(0, trimmed.length - text.length) + best
    : line
}

/** What is given, by name; what was not typed has its standard, or is told to be missing. */
export function givenBy({ inputs }: QuickAct): Record<string, Value> {
  return Object.fromEntries(inputs.flatMap(({ input, value }) => (value === undefined ? [] : [[input.name, value]])))
}

/** What keeps a quick act from being pulled, as a sentence; undefined where nothing does. */
export function whyNotYet({ inputs, rest }: QuickAct): string | undefined {
  const wrong = inputs.find(({ because }) => because !== undefined)
  if (wrong) return `${wrong.input.name}: ${wrong.because}`
  const missing = inputs.find(({ value, input }) => value === undefined && input.standard === undefined)
  if (missing) return `It still needs ${missing.input.name}.`
  return rest === '' ? undefined : `“${rest}” is more than it takes.`
}
