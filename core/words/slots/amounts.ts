import { durationInWords, parseDuration } from '../../steps'
import { isPassed } from '../tokens'
import type { Token } from '../tokens'
import { byLength, textOf, wordAt } from './slot'
import type { SlotGrammar, SlotReading, Span } from './slot'

/** Numbers as words, as far as people say them of amounts. */
const NUMBER_WORDS: ReadonlyMap<string, number> = new Map(
  Object.entries({
    ...{
      one: 1,
      two: 2,
      three: 3,
      four: 4,
      five: 5,
      six: 6,
      seven: 7,
      eight: 8,
      nine: 9,
      ten: 10,
      eleven: 11,
      twelve: 12,
    },
    ...{ fifteen: 15, twenty: 20, thirty: 30, forty: 40, fifty: 50, sixty: 60, seventy: 70, eighty: 80, ninety: 90 },
    ...{ hundred: 100, once: 1, twice: 2 },
  }),
)

function numberOf(word: string): number | undefined {
  const known = NUMBER_WORDS.get(word)
  if (known !== undefined) return known
  const digits = /^[+-]?\d+(?:[.,]\d+)?(?=%?$)/.exec(word)?.[0]
  return digits === undefined ? undefined : Number(digits.replace(',', '.'))
}

/** A number, with *per cent* behind it where it is said. */
function readNumber(span: Span, valueOf: (number: number) => unknown): SlotReading[] {
  const word = wordAt(span)
  const number = word === undefined ? undefined : numberOf(word)
  const value = number === undefined ? undefined : valueOf(number)
  if (value === undefined) return []
  const isPercent = /^(%|percent|degrees?|°)$/.test(wordAt(span, 1) ?? '')
  const isTwo = wordAt(span, 1) === 'per' && wordAt(span, 2) === 'cent'
  const to = span.from + (isTwo ? 3 : isPercent ? 2 : 1)
  return [{ to, value, sureness: 1, says: `the number ${number}` }]
}

export const number: SlotGrammar = {
  read: (span) => readNumber(span, (value) => value),
  write: (value) => (typeof value === 'number' ? String(value) : undefined),
}

/** How often, as a text. */
export const times: SlotGrammar = {
  read: (span) => readNumber(span, (value) => (Number.isInteger(value) && value > 0 ? String(value) : undefined)),
  write: (value) => (/^[1-9]\d*$/.test(String(value)) ? String(value) : undefined),
}

export const more: SlotGrammar = {
  read: (span) => readNumber(span, (value) => (value > 0 ? value : undefined)),
  write: (value) => (typeof value === 'number' && value > 0 ? String(value) : undefined),
}

/** A number that is taken away. */
export const less: SlotGrammar = {
  read: (span) => readNumber(span, (value) => (value > 0 ? -value : undefined)),
  write: (value) => (typeof value === 'number' && value < 0 ? String(-value) : undefined),
}

const DAY_MS = 86_400_000
const UNITS_MS: readonly (readonly [string, number])[] = [
  ['h', 3_600_000],
  ['min', 60_000],
  ['s', 1000],
  ['ms', 1],
]
const UNIT_WORDS = /^(ms|s|secs?|seconds?|m|mins?|minutes?|h|hrs?|hours?|days?|weeks?)$/
function unitMs(word: string): number | undefined {
  if (/^(day|week)s?$/.test(word)) return word.startsWith('day') ? DAY_MS : 7 * DAY_MS
  return parseDuration(`1 ${word.replace(/^(sec|min)s$/, '$1').replace(/^hrs?$/, 'h')}`)
}

/** `30 min`, `half an hour`, `an hour and a half`, `a minute`, `two minutes`; a number alone is seconds. */
export const duration: SlotGrammar = {
  read(span) {
    return byLength(span, 7, (text, tokens) => {
      const spoken = durationOf(tokens.filter((token) => !isPassed(token)).map(({ lower }) => lower))
      if (spoken !== undefined) return { value: spoken, sureness: 1, says: durationInWords(spoken) }
      const typed = parseDuration(text)
      return typed === undefined ? undefined : { value: typed, sureness: 0.8, says: durationInWords(typed) }
    })
  },
  write(value) {
    for (const [unit, ms] of UNITS_MS) {
      const amount = Number((Number(value) / ms).toFixed(2))
      if (amount >= 1 && Math.round(amount * ms) === value) return `${amount} ${unit}`
    }
    return value === 0 ? '0 s' : undefined
  },
}

function durationOf(words: readonly string[]): number | undefined {
  const [first = '', second = '', third = '', fourth = ''] = words
  if (words.length === 1) {
    if (UNIT_WORDS.test(first) && first.length > 2) return unitMs(first)
    return /^\d+(?:[.,]\d+)?[a-z]+$/.test(first) ? parseDuration(first) : undefined
  }
  const isUnit = (word: string) => UNIT_WORDS.test(word)
  if (words.length === 2 && isUnit(second)) {
    const share = first === 'half' ? 0.5 : numberOf(first)
    return share === undefined ? undefined : Math.round(share * unitMs(second)!)
  }
  if (words.length === 4 && first === 'quarter' && second === 'of' && isUnit(third)) return undefined
  if (words.length === 3 && first === 'quarter' && second === 'of' && isUnit(third)) return unitMs(third)! / 4
  // An hour and a half: articles are gone by now.
  if (words.length === 3 && isUnit(first) && second === 'and' && third === 'half') return unitMs(first)! * 1.5
  if (words.length === 4 && isUnit(second) && third === 'and' && fourth === 'half') {
    const count = numberOf(first)
    return count === undefined ? undefined : Math.round((count + 0.5) * unitMs(second)!)
  }
  for (const cut of [2, 3]) {
    const head = words.length > cut ? durationOf(words.slice(0, 2)) : undefined
    const rest = head === undefined ? undefined : durationOf(words.slice(words[2] === 'and' ? 3 : 2))
    if (head !== undefined && rest !== undefined) return head + rest
  }
  return undefined
}

const minuteOf = (hour: number, minute: number) => ({
  from: hour * 60 + minute,
  to: (hour * 60 + minute + 1) % 1440,
})
const clock = (minute: number) =>
  `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`

/** A time of the day, in minutes since midnight, and the minute after it: `18:00`, `6:30 pm`, `noon`, `six`. */
export const time: SlotGrammar = {
  read: (span) =>
    byLength(span, 3, (_text, tokens) => {
      const read = timeOf(tokens)
      if (!read) return undefined
      const [minute, other] = read
      const value = minuteOf(Math.floor(minute / 60), minute % 60)
      if (other === undefined) return { value, sureness: 1, says: `the time ${clock(minute)}` }
      const choices = [minute, other].map((one) => ({ says: `the time ${clock(one)}`, text: clock(one) }))
      return { value, sureness: 0.55, says: `the time ${clock(minute)}`, choices }
    }),
  write(value) {
    const { from, to } = value as { from?: number; to?: number }
    if (from === undefined || (to !== undefined && to !== (from + 1) % 1440)) return undefined
    return clock(from)
  },
}

/** The minute of the day, and another one that may be meant as well. */
function timeOf(tokens: readonly Token[]): readonly [number, number?] | undefined {
  const words = textOf(tokens).toLowerCase().split(/\s+/)
  const [first = '', second] = words
  if (words.length === 1 && (first === 'noon' || first === 'midnight')) return [first === 'noon' ? 720 : 0]
  const half = /am$|pm$/.exec(words.at(-1)!)?.[0]
  const said = half === undefined ? first : first.replace(/(am|pm)$/, '')
  const [, hours, minutes] = /^(\d{1,2})(?:[:.](\d{2}))?$/.exec(said) ?? []
  const hour = hours === undefined ? NUMBER_WORDS.get(said) : Number(hours)
  if (hour === undefined || !Number.isInteger(hour) || hour > 23 || Number(minutes ?? 0) > 59) return undefined
  const minute = hour * 60 + Number(minutes ?? 0)
  if (half !== undefined && words.length <= (first === said ? 2 : 1) && hour >= 1 && hour <= 12)
    return [(hour % 12) * 60 + Number(minutes ?? 0) + (half === 'pm' ? 720 : 0)]
  const isOClock = second === 'o’clock' || second === "o'clock"
  if (words.length > (isOClock ? 2 : 1)) return undefined
  if (minutes !== undefined) return [minute]
  // A bare number is a time only where it can be an hour; before noon and after are both meant by it.
  return hour >= 1 && hour < 12 ? [minute + 720, minute] : [minute]
}
