/** A word, a text in quotes, or a mark between words, with its place in the whole text in UTF-16 units. */
export interface Token {
  readonly kind: 'word' | 'quoted' | 'mark'
  /** As it stands there; of a text in quotes what stands between them. */
  readonly text: string
  /** In small letters, to be compared. */
  readonly lower: string
  readonly from: number
  readonly to: number
}

/**
 * Quotes first; then words, in which `${…}` is one piece, and a mark counts only where a letter follows it, so that
 * `6:30`, `1,5`, `*.exposure`, `Ctrl+Shift+E` and an address are one word each; then what is left, mark by mark.
 */
const TOKENS =
  /“([^”]*)”|"([^"]*)"|„([^“]*)“|((?:\$\{[^}]*\}|(?<=\d),(?=\d)|[.:!?](?=[^\s.:!?,;)])|[^\s.,;:!?()“”"„])+)|([^\s])/gu

/** The words and marks of a piece of a text that begins at `offset` of the whole. */
export function tokensOf(text: string, offset = 0): Token[] {
  return [...text.matchAll(TOKENS)].map((match): Token => {
    const [whole, curled, straight, low, word] = match
    const quoted = curled ?? straight ?? low
    const kind = quoted !== undefined ? 'quoted' : word !== undefined ? 'word' : 'mark'
    const said = quoted ?? whole
    const from = offset + match.index
    return { kind, text: said, lower: said.toLowerCase(), from, to: from + whole.length }
  })
}

const ENDS = new Set(['.', '!', '?', ';'])

/** The sentences of a line, without the marks that end them. */
export function sentencesOf(tokens: readonly Token[]): Token[][] {
  const sentences: Token[][] = [[]]
  for (const token of tokens) {
    if (token.kind === 'mark' && ENDS.has(token.text)) sentences.push([])
    else sentences.at(-1)!.push(token)
  }
  return sentences.filter((sentence) => sentence.length > 0)
}

/** Words that say nothing by themselves, and may stand anywhere. */
const PASSED = new Set(['the', 'a', 'an', 'please', 'my', 'our', 'just', 'kindly', 'some'])
export function isPassed({ kind, lower }: Token): boolean {
  return kind === 'word' && PASSED.has(lower)
}

/** Words and marks between one thing and the next. */
const JOINS = new Set(['and', 'then', ',', '&', 'afterwards', 'finally', 'also', 'next', 'now', ':', 'first', '–', '-'])
export function isJoin({ kind, lower }: Token): boolean {
  return kind !== 'quoted' && JOINS.has(lower)
}
