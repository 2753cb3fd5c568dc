import { fail, succeed } from '../result'
import type { Result } from '../result'
import { NO_WORK } from '../steps'
import type { HandWork } from '../steps'

/**
 * What each operator of the Keystroke-Level Model takes, in ms, as Card, Moran and Newell published it (Communications of
 * the ACM 23(7), 1980, table 1): a key pressed by an average skilled typist, pointing with a mouse, homing of the hand,
 * mental preparation.
 */
export const OPERATOR_MS = { k: 200, p: 1100, h: 400, m: 1350 } as const

/** How long the work takes, in ms. */
export function msOf({ k, p, h, m, responseMs }: HandWork): number {
  return Math.round(k * OPERATOR_MS.k + p * OPERATOR_MS.p + h * OPERATOR_MS.h + m * OPERATOR_MS.m + responseMs)
}

const number = (count: number) => String(Math.round(count * 10) / 10)

/** `2M 3P 5K 2H 1.5R`, the response in seconds; `0` for no work at all. */
export function formatOperators({ k, p, h, m, responseMs }: HandWork): string {
  const parts = [
    ['M', m],
    ['P', p],
    ['K', k],
    ['H', h],
    ['R', responseMs / 1000],
  ] as const
  return (
    parts
      .filter(([, count]) => count > 0)
      .map(([letter, count]) => `${number(count)}${letter}`)
      .join(' ') || '0'
  )
}

const MOST = 100_000

/** Reads what `formatOperators` writes, in any order, letters alone for one of them: `M P K 12K`. Issue: `operators-unread`. */
export function parseOperators(text: string): Result<HandWork> {
  const sum = { ...NO_WORK }
  if (text.trim() === '') return fail(unread(text))
  if (text.trim() === '0') return succeed(NO_WORK)
  for (const part of text.trim().split(/[\s,]+/)) {
    const found = /^(\d{1,6}(?:\.\d{1,3})?)?([kphmr])$/i.exec(part)
    const count = found?.[1] === undefined ? 1 : Number(found[1])
    if (!found || count > MOST) return fail(unread(part))
    switch (found[2]!.toLowerCase()) {
      case 'k':
        sum.k += count
        break
      case 'p':
        sum.p += count
        break
      case 'h':
        sum.h += count
        break
      case 'm':
        sum.m += count
        break
      default:
        sum.responseMs += Math.round(count * 1000)
    }
  }
  return succeed(sum)
}

function unread(text: string) {
  return {
    code: 'operators-unread',
    message: `“${text}” is no operator. Write how many of each: 2M 3P 5K 2H, and 1.5R for a second and a half of waiting.`,
  }
}
