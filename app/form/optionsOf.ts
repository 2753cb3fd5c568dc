/** Choices from a table of words, in its order. */
export function optionsOf<T extends string>(words: Readonly<Record<T, string>>): { value: T; name: string }[] {
  return (Object.entries(words) as [T, string][]).map(([value, name]) => ({ value, name }))
}
