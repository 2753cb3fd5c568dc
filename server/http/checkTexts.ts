import { refuse } from './refusal'
import type { Refusal } from './refusal'

/** Nothing that is meant nests deeper; blocks of steps stand at most 32 deep, with two levels of JSON for each. */
export const MOST_DEPTH = 100

/**
 * Why a value from outside cannot be taken, whatever it is for: a text that no store can hold (with a NUL or half a
 * surrogate pair), or nesting that is deeper than anything meant. Undefined where it can.
 */
export function whyNotTaken(value: unknown): Refusal | undefined {
  const open: { readonly value: unknown; readonly path: readonly string[] }[] = [{ value, path: [] }]
  for (let at = open.pop(); at; at = open.pop()) {
    const { path } = at
    if (path.length > MOST_DEPTH)
      return refuse(400, 'too-deep', path.slice(0, 12).join('.'), `It nests more than ${MOST_DEPTH} deep here.`)
    if (typeof at.value === 'string') {
      const because = whyNoText(at.value)
      if (because) return refuse(400, 'text-odd', path.join('.'), because)
    } else if (Array.isArray(at.value)) {
      for (let i = at.value.length - 1; i >= 0; i--) open.push({ value: at.value[i], path: [...path, String(i)] })
    } else if (at.value !== null && typeof at.value === 'object') {
      for (const [key, entry] of Object.entries(at.value)) {
        const because = whyNoText(key)
        if (because) return refuse(400, 'text-odd', path.join('.'), because)
        open.push({ value: entry, path: [...path, key] })
      }
    }
  }
  return undefined
}

/** Why a text cannot be stored. */
export function whyNoText(text: string): string | undefined {
  if (text.includes('\0')) return 'This text has a NUL character in it, which cannot be stored. Leave it out.'
  return text.isWellFormed()
    ? undefined
    : 'This text has half of a character in it (a surrogate without its pair). Type or paste it again.'
}
