import { readTemplate } from '../phrases'
import type { Phrase, SlotKind, Slots } from '../phrases'
import type { Mention } from './mentions'
import { mentionsIn } from './mentionsIn'
import type { SlotContext, Span, WordChoice } from './slots/slot'
import { isPassed } from './tokens'
import type { Token } from './tokens'

/** What some words of a text were used for; places in UTF-16 units of the text. */
export interface Use {
  readonly from: number
  readonly to: number
  readonly kind: 'does' | 'names' | 'joins' | 'passed' | 'unused'
  /** What they mean, in words: `Close a program`, `the program Night Book`. */
  readonly says: string
  /** Set where they could mean something else, or something was taken that they do not say. */
  readonly doubt?: string
  /** What they could mean, the one that was taken first; `text` is what to write in their place. */
  readonly choices?: readonly WordChoice[]
}

export interface PhraseMatch<P extends Phrase = Phrase> {
  readonly phrase: P
  readonly slots: Slots
  /** The place of the first word that it does not take. */
  readonly to: number
  readonly score: number
  /** Of the least sure of its slots. */
  readonly sureness: number
  readonly uses: readonly Use[]
  /** What its slots name. */
  readonly named: readonly string[]
  readonly mentions: readonly Mention[]
  readonly choices?: readonly WordChoice[]
}

type Part =
  | {
      readonly kind: 'words'
      readonly words: readonly string[]
      readonly isOptional: boolean
      readonly isWritten: boolean
    }
  | { readonly kind: 'slot'; readonly name: string; readonly slot: SlotKind }

interface Compiled {
  readonly parts: readonly Part[]
  /** The words it may begin with; undefined where it may begin with a slot. */
  readonly firsts: ReadonlySet<string> | undefined
  /** How many parts stand before its first slot. */
  readonly lead: number
}

const compiled = new WeakMap<Phrase, Compiled>()

function compile(phrase: Phrase): Compiled {
  let known = compiled.get(phrase)
  if (!known) {
    const parts = phrase.say.split(' ').map(partOf)
    const lead = parts.findIndex(({ kind }) => kind === 'slot')
    compiled.set(phrase, (known = { parts, firsts: firstsOf(parts), lead: lead < 0 ? parts.length : lead }))
  }
  return known
}

function partOf(text: string): Part {
  const [, name, kind] = /^\{(\w+)(?::(\w+))?\}$/.exec(text) ?? []
  if (name !== undefined) return { kind: 'slot', name, slot: (kind ?? name) as SlotKind }
  const isHeard = text.startsWith('(')
  const isOptional = isHeard || text.startsWith('[')
  return { kind: 'words', words: (isOptional ? text.slice(1, -1) : text).split('|'), isOptional, isWritten: !isHeard }
}

function firstsOf(parts: readonly Part[]): Set<string> | undefined {
  const firsts = new Set<string>()
  for (const part of parts) {
    if (part.kind === 'slot') return undefined
    for (const word of part.words) firsts.add(word)
    if (!part.isOptional) return firsts
  }
  return firsts
}

/** How much a word counts that is said by a phrase, names something, is free text, or says nothing. */
const SAID = 1
const FREE = 0.35
const QUOTED = 1.2
const PASSED = 0.2
/** A phrase of which something is still open counts that much less, for each part. */
const OPEN = 0.2
const UNSURE = 0.75

/** Every way in which phrases take words from the beginning of a span. */
export function matchPhrases<P extends Phrase>(
  phrases: readonly P[],
  span: Span,
  context: SlotContext,
  what: (phrase: P) => string = () => '',
): PhraseMatch<P>[] {
  let { from } = span
  while (from < span.end && isPassed(span.tokens[from]!)) from += 1
  const first = span.tokens[from]
  if (!first || from >= span.end) return []
  return phrases.flatMap((phrase) => {
    if (phrase.isTypedOnly && !context.isTyping) return []
    const { firsts } = compile(phrase)
    const isBegun =
      !firsts ||
      (first.kind !== 'quoted' &&
        (firsts.has(first.lower) || (context.isTyping && [...firsts].some((word) => word.startsWith(first.lower)))))
    return isBegun ? matchPhrase(phrase, span, context, what(phrase)) : []
  })
}

/** The ways in which one phrase does; from its first slot on where only that is said again. */
export function matchPhrase<P extends Phrase>(
  phrase: P,
  span: Span,
  context: SlotContext,
  does: string,
  from: 'beginning' | 'first-slot' = 'beginning',
): PhraseMatch<P>[] {
  const { parts, lead } = compile(phrase)
  const rest = from === 'beginning' ? parts : parts.slice(lead)
  return matchParts(rest, span, context, does).map((match) => ({ phrase, ...match }))
}

type Match = Omit<PhraseMatch, 'phrase'>

function matchParts(rest: readonly Part[], span: Span, context: SlotContext, does: string): Match[] {
  const [part, ...later] = rest
  if (!part) return [{ slots: {}, to: span.from, score: 0, sureness: 1, uses: [], named: [], mentions: [] }]
  const token = span.from < span.end ? span.tokens[span.from]! : undefined
  if (!token && context.isTyping) return [unsaid(rest, span.from)]
  if (token && isPassed(token) && !takesArticle(part, token.lower)) {
    const use: Use = { from: token.from, to: token.to, kind: 'passed', says: '' }
    return [
      ...matchParts(rest, { ...span, from: span.from + 1 }, context, does).map((match) => with_(match, PASSED, use)),
      ...(part.kind === 'words' && part.isOptional ? matchParts(later, span, context, does) : []),
    ]
  }
  if (part.kind === 'words') {
    const skipped = part.isOptional ? matchParts(later, span, context, does) : []
    if (!token || token.kind === 'quoted') return skipped
    const score = part.words.includes(token.lower) ? SAID : beginsScore(part.words, token.lower, span, context)
    if (score === 0) return skipped
    const use: Use = { from: token.from, to: token.to, kind: 'does', says: does }
    return [
      ...matchParts(later, { ...span, from: span.from + 1 }, context, does).map((match) => with_(match, score, use)),
      ...skipped,
    ]
  }
  if (!token) return []
  return context.read(part.slot, span).flatMap((reading) => {
    const taken = span.tokens.slice(span.from, reading.to)
    const isUnsure = reading.sureness < UNSURE || reading.choices !== undefined
    const last = taken.at(-1)!
    const use: Use = {
      from: token.from,
      to: last.to,
      kind: 'names',
      says: reading.says,
      ...(isUnsure ? { doubt: 'could mean something else' } : {}),
      ...(reading.choices ? { choices: reading.choices } : {}),
    }
    const score = reading.isFree
      ? taken.length * FREE
      : taken.reduce((sum, word) => sum + countOfWord(word), 0) * reading.sureness
    const named = reading.mentions ?? mentionsIn(part.slot, reading)
    return matchParts(later, { ...span, from: reading.to }, context, does).map((match) => ({
      ...with_(match, score, use),
      slots: { ...match.slots, [part.name]: reading.value },
      sureness: Math.min(match.sureness, reading.sureness),
      named: [reading.says, ...match.named],
      mentions: [...named, ...match.mentions],
      ...((match.choices ?? reading.choices) ? { choices: match.choices ?? reading.choices } : {}),
    }))
  })
}

/** How much a word counts in a name. */
function countOfWord(token: Token): number {
  if (token.kind === 'quoted') return QUOTED
  return isPassed(token) ? PASSED : SAID
}

/** Slots of free text take an article with them; a phrase may have one among its words. */
function takesArticle(part: Part, word: string): boolean {
  return part.kind === 'words' ? part.words.includes(word) : part.slot === 'text' || part.slot === 'name'
}

function with_(match: Match, score: number, use: Use): Match {
  return { ...match, score: match.score + score, uses: [use, ...match.uses] }
}

/** The last word may still be in the middle of being typed. */
function beginsScore(words: readonly string[], typed: string, span: Span, { isTyping }: SlotContext): number {
  if (!isTyping || span.from !== span.end - 1) return 0
  return words.some((word) => word.startsWith(typed)) ? 0.7 : 0
}

/** The rest of a phrase of which nothing was typed yet. */
function unsaid(rest: readonly Part[], to: number): Match {
  const open = rest.filter((part) => part.kind === 'slot' || !part.isOptional).length
  return { slots: {}, to, score: -OPEN * open, sureness: 1, uses: [], named: [], mentions: [] }
}

/**
 * A value as words, by the first phrase that says it whole; `base` is what a new one has by itself. Undefined where no
 * phrase does.
 */
export function writePhrases(
  phrases: readonly Phrase[],
  base: Readonly<Record<string, unknown>>,
  value: Readonly<Record<string, unknown>>,
  context: SlotContext,
): string | undefined {
  for (const phrase of phrases) {
    if (phrase.isHeardOnly || phrase.isTypedOnly) continue
    const slots = readTemplate({ ...base, ...phrase.gives }, value)
    const words = slots && writeParts(compile(phrase).parts, slots, context)
    if (words !== undefined) return words
  }
  return undefined
}

function writeParts(parts: readonly Part[], slots: Slots, context: SlotContext): string | undefined {
  const words: string[] = []
  for (const part of parts) {
    if (part.kind === 'words') {
      if (part.isWritten) words.push(part.words[0]!)
      continue
    }
    const said = Object.hasOwn(slots, part.name) ? context.write(part.slot, slots[part.name]) : undefined
    if (said === undefined) return undefined
    words.push(said)
  }
  return words.join(' ')
}
