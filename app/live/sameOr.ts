import { canonicalJson } from '~~/core/bench'

/** What was there before as long as it says the same, so that nothing follows what did not change. */
export function sameOr<T>(before: T | undefined, now: T): T {
  return before !== undefined && canonicalJson(before) === canonicalJson(now) ? before : now
}
