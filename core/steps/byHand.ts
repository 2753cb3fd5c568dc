/**
 * What somebody does by hand, as operators of the Keystroke-Level Model (Card, Moran, Newell: The Keystroke-Level Model
 * for User Performance Time with Interactive Systems, Communications of the ACM 23(7), 1980): `k` keys and buttons
 * pressed, `p` pointings, `h` homings of the hand from one device to the other, `m` acts of mental preparation, and what
 * the system takes to respond, in ms.
 */
export interface HandWork {
  readonly k: number
  readonly p: number
  readonly h: number
  readonly m: number
  readonly responseMs: number
}

export const NO_WORK: HandWork = { k: 0, p: 0, h: 0, m: 0, responseMs: 0 }

const work = (part: Partial<HandWork>): HandWork => ({ ...NO_WORK, ...part })

/** One after the other. */
export function together(...works: readonly HandWork[]): HandWork {
  return works.reduce(
    (sum, { k, p, h, m, responseMs }) => ({
      k: sum.k + k,
      p: sum.p + p,
      h: sum.h + h,
      m: sum.m + m,
      responseMs: sum.responseMs + responseMs,
    }),
    NO_WORK,
  )
}

export function times(count: number, { k, p, h, m, responseMs }: HandWork): HandWork {
  return { k: k * count, p: p * count, h: h * count, m: m * count, responseMs: responseMs * count }
}

/** Thinks, points at something that is seen, and clicks. */
export const find = work({ m: 1, p: 1, k: 1 })
/** The same once one knows what comes: points and clicks. */
export const click = work({ p: 1, k: 1 })
/** Opens a menu and chooses in it. */
export const choose = together(find, click)
/** Double-clicks something that is seen. */
export const open = work({ p: 1, k: 2 })

/** Takes the keyboard, types so much, and goes back to the mouse. */
export function typed(text: string): HandWork {
  const letters = [...text].length
  return letters === 0 ? NO_WORK : work({ h: 2, k: letters })
}

/** Presses a chord: each of its keys. */
export function pressed(chord: string): HandWork {
  return work({ k: chord.split(/[+\s]+/).filter((key) => key !== '').length })
}

/** A dialog that asks for a text: chosen in a menu, typed, and ended with a key. */
export function asked(text: string): HandWork {
  return together(choose, typed(text), work({ k: 1 }))
}

/** Goes down to a folder or file from the one that a known folder or the root is: a double-click for each name. */
export function wentTo(path: string): HandWork {
  const names = path.split('/').filter((part) => part !== '').length
  return together(work({ m: 1 }), times(Math.max(1, names), open))
}

/** Thinks, grabs, and drops. */
export const drag = work({ m: 1, p: 2, k: 2 })
/** Only thinks: remembers or reads something. */
export const think = work({ m: 1 })
