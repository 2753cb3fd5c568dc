import { distance } from 'fastest-levenshtein'

/**
 * The known name most like `wanted` (Levenshtein distance, case ignored), or undefined
 * when none is near: at most a third of the letters, and at least one, may differ.
 */
export function nearestName(wanted: string, known: Iterable<string>): string | undefined {
  const lowered = wanted.toLowerCase()
  let best: string | undefined
  let bestDistance = Math.max(1, Math.floor(lowered.length / 3)) + 1
  for (const name of known) {
    const apart = distance(lowered, name.toLowerCase())
    if (apart < bestDistance) {
      best = name
      bestDistance = apart
    }
  }
  return best
}

/** ` Did you mean “x”?`, or nothing when no known name is near. Appended to messages about unknown names. */
export function didYouMean(wanted: string, known: Iterable<string>): string {
  const nearest = nearestName(wanted, known)
  return nearest === undefined ? '' : ` Did you mean “${nearest}”?`
}
