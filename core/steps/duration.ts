import { own } from '../result'

/** `1.5 s`, `200 ms`, `3 min`, `2 h`. */
export function durationInWords(ms: number): string {
  if (ms < 1) return 'under 1 ms'
  if (Math.round(ms) < 1000) return `${Math.round(ms)} ms`
  // What rounds to a whole one of the next unit is said in that.
  const seconds = toTenths(ms / 1000)
  if (seconds < 60) return `${seconds} s`
  const minutes = toTenths(ms / 60_000)
  return minutes < 60 ? `${minutes} min` : `${toTenths(ms / 3_600_000)} h`
}

function toTenths(number: number): number {
  return Number(number.toFixed(1))
}

const UNITS: Readonly<Record<string, number>> = {
  ms: 1,
  s: 1000,
  sec: 1000,
  second: 1000,
  seconds: 1000,
  m: 60_000,
  min: 60_000,
  minute: 60_000,
  minutes: 60_000,
  h: 3_600_000,
  hour: 3_600_000,
  hours: 3_600_000,
}

/** `30 min`, `2h`, `1.5 s` as ms; a number alone is seconds. Undefined for what is no length of time. */
export function parseDuration(text: string): number | undefined {
  const [, number, unit = 's'] = /^\s*(\d+(?:[.,]\d+)?)\s*([a-z]+)?\s*$/i.exec(text) ?? []
  const factor = own(UNITS, unit.toLowerCase())
  if (number === undefined || factor === undefined) return undefined
  return Math.round(Number(number.replace(',', '.')) * factor)
}
