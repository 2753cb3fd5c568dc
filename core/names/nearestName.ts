import { distance } from 'fastest-levenshtein'

/**
 * The known name most like `wanted` (Levenshtein distance, two letters in the wrong order counted as one as by Damerau
 * 1964, case ignored; the first of several), or undefined when none is near: at most a third of the letters, and at
 * least one, may differ.
 */
export function nearestName(wanted: string, known: Iterable<string>): string | undefined {
  const lowered = wanted.toLowerCase()
  let best: string | undefined
  let bestDistance = Math.max(1, Math.floor(lowered.length / 3)) + 1
  for (const name of known) {
    const apart = isSwapped(lowered, name.toLowerCase()) ? 1 : distance(lowered, name.toLowerCase())
    if (apart < bestDistance) {
      best = name
      bestDistance = apart
    }
  }
  return best
}

/** Whether two letters beside each other are in the wrong order, and nothing else differs. */
function isSwapped(one: string, other: string): boolean {
  if (one.length !== other.length) return false
  let at = 0
  while (at < one.length && one[at] === other[at]) at++
  if (at === one.length) return false
  return one[at] === other[at + 1] && one[at + 1] === other[at] && one.slice(at + 2) === other.slice(at + 2)
}

/** ` Did you mean “x”?`, or nothing when no known name is near. Appended to messages about unknown names. */
export function didYouMean(wanted: string, known: Iterable<string>): string {
  const nearest = nearestName(wanted, known)
  return nearest === undefined ? '' : ` Did you mean “${nearest}”?`
}
