/**
 * A number with what is counted, in the singular or plural: `1 run`, `2 runs`, `12,000 runs`; `countOf(2, 'entry',
 * 'entries')`.
 */
export function countOf(count: number, one: string, many = `${one}s`): string {
  return `${count.toLocaleString('en')} ${count === 1 ? one : many}`
}
