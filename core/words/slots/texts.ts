import { formatChord, parseChord } from '../../keys'
import { isJoin, isPassed } from '../tokens'
import { nameInWords, namedSlot } from './named'
import { byLength, quoted, textOf } from './slot'
import type { SlotGrammar, SlotReading } from './slot'

/** A text: what stands in quotes, or any words up to where the sentence goes on. */
export const text: SlotGrammar = {
  read({ tokens, from, end }) {
    const readings: SlotReading[] = []
    const [first] = tokens.slice(from, end)
    if (!first || isJoin(first)) return []
    if (first.kind === 'quoted') return [{ to: from + 1, value: first.text, sureness: 1, says: 'the text' }]
    for (let to = end; to > from; to--) {
      if (isJoin(tokens[to - 1]!)) continue
      const said = textOf(tokens.slice(from, to))
      // A value by itself is no loose word.
      const isValue = to === from + 1 && said.includes('${')
      readings.push({
        to,
        value: said,
        sureness: isValue ? 1 : 0.8,
        says: 'the text',
        ...(isValue ? {} : { isFree: true }),
      })
    }
    return readings
  },
  write: (value) => (typeof value === 'string' ? quoted(value) : undefined),
}

/** What something is called from there on. */
export const name: SlotGrammar = {
  read: (span) =>
    byLength(span, 1, (said, [token]) =>
      token!.kind !== 'mark' && !isPassed(token!) && /^[A-Za-z][\w-]*$/.test(said)
        ? { value: said, sureness: 0.9, says: `the name ${said}` }
        : undefined,
    ),
  write: (value) => (/^[A-Za-z][\w-]*$/.test(String(value)) ? String(value) : undefined),
}

/** A value that has a name: `${group.page}`, or a text with such. */
export const value: SlotGrammar = {
  read: (span) =>
    byLength(span, 1, (said) =>
      said.includes('${') ? { value: said, sureness: 1, says: `the value ${said}` } : undefined,
    ),
  write: (said) =>
    /^\$\{[\w.-]+\}$/.test(String(said))
      ? String(said)
      : String(said).includes('${')
        ? quoted(String(said))
        : undefined,
}

/** A chord; a key by itself also in small letters, where its name is a word. */
function parseKey(said: string) {
  if (/^[A-Z]|\+/.test(said)) return parseChord(said)
  const isWord = /^(enter|escape|space|tab|backspace|delete|insert|home|end|f\d{1,2})$/.test(said)
  return isWord ? parseChord(`${said[0]!.toUpperCase()}${said.slice(1)}`) : undefined
}

/** Chords one after the other: `Ctrl+S`, `Alt+F then O`. */
export const chords: SlotGrammar = {
  read({ tokens, from, end }) {
    const readings: SlotReading[] = []
    const found: string[] = []
    for (let at = from; at < end; at++) {
      const token = tokens[at]!
      if (found.length > 0 && isJoin(token)) continue
      const parsed = token.kind === 'mark' ? undefined : parseKey(token.text)
      if (!parsed?.ok) break
      found.push(formatChord(parsed.value))
      const says = found.length === 1 ? `the chord ${found[0]}` : `the chords ${found.join(' ')}`
      readings.unshift({ to: at + 1, value: [...found], sureness: 1, says })
    }
    return readings
  },
  write(value_) {
    const all = value_ as string[]
    const isPlain = all.every((chord) => /^[A-Z]/.test(chord) && !/[\s,;“”"]/.test(chord))
    return all.length > 0 && isPlain ? all.join(' ') : undefined
  },
}

/** A lever by its name or number. */
export const lever: SlotGrammar = {
  ...namedSlot('the lever', ({ indexes }) => indexes.lever),
  write(id, { indexes }) {
    const known = indexes.lever.byId.get(String(id))
    const isAlone = known && [...indexes.lever.byId.values()].filter((one) => one.name === known.name).length === 1
    return isAlone ? quoted(known.name) : known?.aliases?.[0]
  },
}

export const frame = namedSlot('the frame', ({ indexes }) => indexes.frame)

/** A playlist of any player. */
export const playlist: SlotGrammar = {
  ...namedSlot('the playlist', ({ indexes }) => indexes.playlist),
  write(id, { indexes }) {
    const known = indexes.playlist.byId.get(String(id))
    return known && nameInWords(known.name)
  },
}
