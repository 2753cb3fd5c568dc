/** Tells of a text whether it has every word of a query, in any order and whatever its capitals. */
export function hasWords(query: string): (text: string) => boolean {
  const words = query.toLocaleLowerCase('en').split(/\s+/).filter(Boolean)
  return (text) => {
    const folded = text.toLocaleLowerCase('en')
    return words.every((word) => folded.includes(word))
  }
}
