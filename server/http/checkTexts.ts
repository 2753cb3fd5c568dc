import { refuse } from './refusal'
import type { Refusal } from './refusal'

/** Nothing that is meant nests deeper; blocks of steps stand at most 32 deep, with two levels of JSON for each. */
export const MOST_DEPTH = 100

/** So many values are looked at between two stops. */
const VALUES_AT_ONCE = 1000

/** A value inside another; its path is put together only where something is wrong with it. */
interface Place {
  readonly value: unknown
  readonly depth: number
  readonly key?: string | number
  readonly inside?: Place
}

/**
 * Why a value from outside cannot be taken, whatever it is for: a text that no store can hold (with a NUL or half a
 * surrogate pair), or nesting that is deeper than anything meant. Undefined where it can. It stops now and then, so that
 * others have their turn.
 */
export function* whyNotTaken(value: unknown): Generator<void, Refusal | undefined> {
  const open: Place[] = [{ value, depth: 0 }]
  let count = 0
  for (let at = open.pop(); at; at = open.pop()) {
    if (++count % VALUES_AT_ONCE === 0) yield
    const { value: here, depth } = at
    if (depth > MOST_DEPTH)
      return refuse(400, 'too-deep', pathOf(at).slice(0, 12).join('.'), `It nests more than ${MOST_DEPTH} deep here.`)
    if (typeof here === 'string') {
      const because = whyNoText(here)
      if (because) return refuse(400, 'text-odd', pathOf(at).join('.'), because)
    } else if (Array.isArray(here)) {
      for (let i = here.length - 1; i >= 0; i--) open.push({ value: here[i], depth: depth + 1, key: i, inside: at })
    } else if (here !== null && typeof here === 'object') {
      for (const [key, entry] of Object.entries(here)) {
        const because = whyNoText(key)
        if (because) return refuse(400, 'text-odd', pathOf(at).join('.'), because)
        open.push({ value: entry, depth: depth + 1, key, inside: at })
      }
    }
  }
  return undefined
}

function pathOf(place: Place): string[] {
  const path: string[] = []
  for (let at: Place | undefined = place; at?.inside; at = at.inside) path.push(String(at.key))
  return path.reverse()
}

/** Why a text cannot be stored. */
export function whyNoText(text: string): string | undefined {
  if (text.includes('\0')) return 'This text has a NUL character in it, which cannot be stored. Leave it out.'
  return text.isWellFormed()
    ? undefined
    : 'This text has half of a character in it (a surrogate without its pair). Type or paste it again.'
}
