/** Names in a sentence: `Sky Log`, `Sky Log and Dome Desk`, `A, B and C`. */
export function listed(names: readonly string[]): string {
  return names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`
}
