/** Pulls of a lever that went through: all of them, and those of the last four weeks. */
export interface Done {
  readonly done: number
  readonly doneLately: number
}

/** So many days are lately. */
export const LATELY_DAYS = 28

/** What was saved, in ms, in all and in a week as the last four were; below nothing where the key takes longer. */
export interface Saved {
  readonly totalMs: number
  readonly perWeekMs: number
}

/** What was saved by pulls that went through: each the time by hand less the time by key. */
export function savedBy({ done, doneLately }: Done, handMs: number, keyMs: number): Saved {
  const eachMs = handMs - keyMs
  return { totalMs: done * eachMs, perWeekMs: Math.round((doneLately * eachMs * 7) / LATELY_DAYS) }
}
