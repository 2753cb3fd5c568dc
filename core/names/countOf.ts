/**
 * A number with what is counted, in the singular or plural: `1 run`, `2 runs`, `12,000 runs`; `countOf(2, 'entry',
 * 'entries')`.
 */
export function countOf(count: number, one: string, many = `${one}s`): string {
  return `${inWords(count)} ${count === 1 ? one : many}`
}

/** Small whole numbers are written alike everywhere, and far more quickly without asking how. */
function inWords(count: number): string {
  return Number.isInteger(count) && count >= 0 && count < 1000 ? String(count) : count.toLocaleString('en')
}
