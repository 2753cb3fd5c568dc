import { globToRegExp } from '../bench'
import type { BenchState } from '../bench'
import { expandVariables } from '../command'
import { assertNever } from '../result'
import type { Condition, ValueTest } from './schema'
import type { Moment, Verdict } from './verdict'

type ValueIs = Extract<Condition, { kind: 'value-is' }>

/** Numbers in texts count as such: `veil-2` comes before `veil-10`. */
const inOrder = new Intl.Collator('en', { numeric: true, sensitivity: 'base' })

/** What a text comes to, tested. Capitals do not matter. */
export function onValue({ text, test }: ValueIs, bench: BenchState, { values }: Moment): Verdict {
  const names = { ...bench.folders, ...values?.values }
  const filled = expandVariables(text, names, values?.broken)
  const other = 'text' in test ? expandVariables(test.text, names, values?.broken) : undefined
  for (const one of [filled, other])
    if (one && !one.ok) return { holds: false, because: one.issues[0]!.message.replace(/\.$/, '') }
  const value = filled.ok ? filled.value : ''
  const wanted = other?.ok ? other.value : ''
  const holds = passes(value, test, wanted)
  return { holds, because: `“${shortened(value)}” ${testWords(test, holds)}${wordsOf(test, wanted)}` }
}

function passes(value: string, test: ValueTest, wanted: string): boolean {
  const [text, other] = [value.toLocaleLowerCase('en'), wanted.toLocaleLowerCase('en')]
  switch (test.kind) {
    case 'is':
      return isNumber(value) && isNumber(wanted) ? Number(value) === Number(wanted) : text === other
    case 'begins':
      return text.startsWith(other)
    case 'ends':
      return text.endsWith(other)
    case 'has':
      return text.includes(other)
    case 'fits':
      return globToRegExp(wanted).test(value)
    case 'empty':
      return value.trim() === ''
    case 'more':
      return compare(value, wanted) > 0
    case 'less':
      return compare(value, wanted) < 0
    default:
      return assertNever(test)
  }
}

function isNumber(text: string): boolean {
  return text.trim() !== '' && Number.isFinite(Number(text))
}

function compare(one: string, other: string): number {
  return isNumber(one) && isNumber(other) ? Number(one) - Number(other) : inOrder.compare(one, other)
}

function testWords({ kind }: ValueTest, holds: boolean): string {
  const not = holds ? '' : 'not '
  const does = (yes: string, no: string) => (holds ? yes : `does not ${no}`)
  switch (kind) {
    case 'is':
      return `is ${not}`.trimEnd()
    case 'begins':
      return does('begins with', 'begin with')
    case 'ends':
      return does('ends with', 'end with')
    case 'has':
      return does('has', 'have')
    case 'fits':
      return does('fits', 'fit')
    case 'empty':
      return `is ${not}empty`
    case 'more':
      return `is ${not}more than`
    case 'less':
      return `is ${not}less than`
    default:
      return assertNever(kind)
  }
}

/** `is`, `begins with`: what a test that compares with a text asks, as part of a sentence. */
export const testKindWords: Readonly<Record<Exclude<ValueTest['kind'], 'empty'>, string>> = {
  is: 'is',
  begins: 'begins with',
  ends: 'ends with',
  has: 'has',
  fits: 'fits',
  more: 'is more than',
  less: 'is less than',
}

function wordsOf(test: ValueTest, wanted: string): string {
  return test.kind === 'empty' ? '' : ` “${shortened(wanted)}”`
}

/** One line of a text, so short that it can be read in a sentence. */
export function shortened(text: string): string {
  const line = text.replaceAll(/\s*\n\s*/g, ' / ')
  return line.length > 60 ? `${line.slice(0, 59)}…` : line
}
