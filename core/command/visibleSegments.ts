/** A piece of text as it is shown: itself, or a mark in place of what cannot be seen. */
export interface Segment {
  readonly text: string
  readonly isMark: boolean
}

const marks: Record<string, string> = {
  '\t': '⇥',
  '\n': '↵',
  '\r': '␍',
  '\u00a0': '⍽',
  '\u00ad': '‹soft hyphen›',
  '\ufeff': '‹byte order mark›',
  '\u200b': '‹zero width›',
  '\u200d': '‹joiner›',
}
const invisible = /[\p{Cc}\p{Cf}\p{Zl}\p{Zp}]|(?! )\p{Zs}|^ +| +$| {2,}/gu

/**
 * Splits text so that what is invisible shows: control and format characters, odd spaces, and plain spaces where they
 * are easily missed.
 */
export function visibleSegments(text: string): Segment[] {
  const segments: Segment[] = []
  let from = 0
  for (const match of text.matchAll(invisible)) {
    if (match.index > from) segments.push({ text: text.slice(from, match.index), isMark: false })
    segments.push({ text: markOf(match[0]), isMark: true })
    from = match.index + match[0].length
  }
  if (from < text.length) segments.push({ text: text.slice(from), isMark: false })
  return segments
}

function markOf(found: string): string {
  if (found.startsWith(' ')) return '·'.repeat(found.length)
  return marks[found] ?? `‹U+${found.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')}›`
}
