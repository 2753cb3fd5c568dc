import { parseDuration } from '~~/core/steps'
import type { PartInput, Step } from '~~/core/steps'

/** The value of a field of a step, by its dotted path. */
export function fieldAt(step: unknown, path: string): unknown {
  let now = step
  for (const part of path.split('.')) {
    if (typeof now !== 'object' || now === null || !Object.hasOwn(now, part)) return undefined
    now = (now as Record<string, unknown>)[part]
  }
  return now
}

/** The same step with one field set. */
export function withField(step: Step, path: string, value: unknown): Step {
  return set(step, path.split('.'), value) as Step
}

function set(data: unknown, [key, ...rest]: readonly string[], value: unknown): unknown {
  if (key === undefined) return value
  if (Array.isArray(data)) return data.with(Number(key), set(data[Number(key)], rest, value))
  const record = (data ?? {}) as Record<string, unknown>
  return { ...record, [key]: set(Object.hasOwn(record, key) ? record[key] : undefined, rest, value) }
}

/** What is typed in place, as the field takes it; a sentence where it cannot be taken. */
export function readPart(
  input: PartInput,
  text: string,
): { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly because: string } {
  switch (input.as) {
    case 'number': {
      const number = Number(text.replaceAll(/[,\s](?=\d{3}\b)/g, '').replace(',', '.'))
      return text.trim() === '' || !Number.isFinite(number)
        ? { ok: false, because: 'A number, such as 12.' }
        : { ok: true, value: number }
    }
    case 'duration': {
      const ms = parseDuration(text)
      return ms === undefined ? { ok: false, because: 'A length of time, such as 30 min.' } : { ok: true, value: ms }
    }
    case 'name':
      return /^[A-Za-z][\w-]*(\.[^.${}]+)*$/.test(text)
        ? { ok: true, value: text }
        : { ok: false, because: 'A name begins with a letter and has no spaces.' }
    default:
      return { ok: true, value: text }
  }
}
