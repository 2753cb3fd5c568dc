import type { Tier } from '../../search'
import { PRONOUNS } from '../mentions'
import type { Named, NameTable } from './indexes'
import { byLength, quoted } from './slot'
import type { SlotContext, SlotGrammar, SlotReading, Span } from './slot'

/** How sure each way of matching a name is; what is not listed is no match. */
const SURE: Partial<Record<Tier, number>> = {
  alias: 1,
  name: 1,
  'name-start': 0.9,
  'word-start': 0.8,
  words: 0.8,
  slip: 0.55,
}
/** While it is typed, less will do. */
const SURE_TYPING: Partial<Record<Tier, number>> = { ...SURE, initials: 0.6, inside: 0.5, detail: 0.3, letters: 0.2 }
/** So many words a name has at most. */
const MOST_WORDS = 8
const MOST_CHOICES = 6
/** Words that a sentence is made of; alone they name nothing, whatever begins with them. */
const NO_NAMES = new Set([
  ...PRONOUNS,
  ...[
    'to',
    'on',
    'off',
    'in',
    'into',
    'of',
    'and',
    'or',
    'then',
    'all',
    'each',
    'every',
    'everything',
    'if',
    'is',
    'not',
  ],
  ...[
    'at',
    'as',
    'for',
    'by',
    'with',
    'without',
    'but',
    'except',
    'until',
    'when',
    'only',
    'from',
    'out',
    'back',
    'up',
  ],
])

export interface NamedReading<E> extends SlotReading {
  readonly entry: E
  readonly tier: Tier
}

/** What words name among entries, best first; with choices where they could name several, or only nearly name one. */
export function readNamed<E extends Named>(
  { index, knows }: NameTable<E>,
  what: string,
  span: Span,
  { isTyping, indexes }: SlotContext,
  only?: (entry: E) => boolean,
): NamedReading<E>[] {
  const sure = isTyping ? SURE_TYPING : SURE
  const readings = byLength(span, MOST_WORDS, (text, tokens) => {
    if (tokens.some(({ kind }) => kind === 'mark') && !isTyping) return undefined
    if (tokens.length === 1 && tokens[0]!.kind === 'word' && NO_NAMES.has(tokens[0]!.lower)) return undefined
    if (!isTyping && !text.split(/[^\p{L}\d]+/u).every((word) => word === '' || knows(word))) return undefined
    // A word more would have to belong to the name.
    const hits = index.search(text, { limit: MOST_CHOICES, ...(only ? { only } : {}) })
    const [first] = hits
    const sureness = first && sure[first.tier]
    if (!first || sureness === undefined) return undefined
    const isWhole = first.tier === 'name' || first.tier === 'alias'
    // A name may begin with such a word; a piece of one does not.
    if (!isTyping && !isWhole && NO_NAMES.has(tokens[0]!.lower)) return undefined
    if (!isTyping && text.length < 2 && !isWhole) return undefined
    if (!isTyping && tokens.length > first.entry.name.split(/\s+/).length + 1) return undefined
    const alike = hits.filter(({ tier }) => tier === first.tier)
    // A slip at the first letter is another word.
    if (first.tier === 'slip' && !isTyping && !sharesBeginning(first.entry.name, text)) return undefined
    const isUnsure = first.tier === 'slip' || (alike.length > 1 && first.tier !== 'name' && first.tier !== 'alias')
    // Something of another kind has just that name.
    const others = isWhole ? [] : (indexes.byName.get(text.toLowerCase()) ?? [])
    const choices = (isUnsure || others.length > 0 ? alike : []).flatMap(({ entry }) => {
      const words = nameInWords(entry.name)
      return words === undefined ? [] : [{ says: `${what} ${entry.name}`, text: words }]
    })
    return {
      value: first.entry.id,
      entry: first.entry,
      tier: first.tier,
      sureness: isUnsure || others.length > 0 ? Math.min(sureness, 0.6) : sureness,
      says: others.length > 0 ? `${what} ${first.entry.name}, not ${others[0]}` : `${what} ${first.entry.name}`,
      ...(choices.length > 0 ? { choices } : {}),
    }
  })
  return readings as NamedReading<E>[]
}

/** Whether a word of the name begins with the letter that was typed first. */
function sharesBeginning(name: string, typed: string): boolean {
  const letter = typed[0]!.toLowerCase()
  return (
    name
      .toLowerCase()
      .split(/\s+/)
      .some((word) => word.startsWith(letter)) && typed.length > 3
  )
}

/** A name as it is written: plain where it is a few plain words, in quotes otherwise. */
export function nameInWords(name: string): string | undefined {
  const words = name.toLowerCase().split(' ')
  const isPlain =
    /^\p{Lu}[\p{L}\d-]*( [\p{L}\d-]+){0,4}$/u.test(name) &&
    !words.some((word) => NO_NAMES.has(word) || /^(the|a|an|my|our)$/.test(word))
  return isPlain ? name : quoted(name)
}

/** A slot for one thing by its name. */
export function namedSlot(
  what: string,
  tableOf: (context: SlotContext) => NameTable,
  more: (span: Span, context: SlotContext) => readonly SlotReading[] = () => [],
): SlotGrammar {
  return {
    read: (span, context) => [...readNamed(tableOf(context), what, span, context), ...more(span, context)],
    write(value, context) {
      const entry = tableOf(context).byId.get(String(value))
      return entry && nameInWords(entry.name)
    },
  }
}
