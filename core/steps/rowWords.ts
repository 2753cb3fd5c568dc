/** The row that a step stands in, by its dotted path, counted from 1: `row 3`; of one in a block `row 3 (1 in it)`. */
export function rowWords(path: string): string {
  const numbers = path
    .split('.')
    .filter((part) => /^\d+$/.test(part))
    .map((part) => Number(part) + 1)
  return `row ${numbers[0]}${numbers.length > 1 ? ` (${numbers.slice(1).join('.')} in it)` : ''}`
}
