import type { SlotKind } from '../../phrases'
import type { Mentions } from '../mentions'
import type { Token } from '../tokens'
import type { Indexes } from './indexes'

/** Words of a sentence that may still be taken: from `from` up to before `end`. */
export interface Span {
  readonly tokens: readonly Token[]
  readonly from: number
  readonly end: number
}

/** What else words could mean: as a sentence, and the words that say just that. */
export interface WordChoice {
  readonly says: string
  readonly text: string
  /** The words of the text that it takes the place of; those it stands at where absent. */
  readonly place?: { readonly from: number; readonly to: number }
}

/** What the words up to before `to` come to in a slot. */
export interface SlotReading {
  readonly to: number
  readonly value: unknown
  /** How sure it is, 0 to 1. */
  readonly sureness: number
  /** What they name, such as `the program Night Book`. */
  readonly says: string
  /** Where they could mean something else as well, or were mistyped: what they could mean, this reading first. */
  readonly choices?: readonly WordChoice[]
  /** What it names, to be spoken of as *it*, where its slot does not say that by itself. */
  readonly mentions?: Mentions
  /** Free text counts less than words that are known. */
  readonly isFree?: true
}

export interface SlotContext {
  readonly indexes: Indexes
  /** What was named before, for *it* and *them*. */
  readonly mentions: Mentions
  /** Still being typed: names count by their beginning, and a slot may be left open. */
  readonly isTyping: boolean
  /** What words come to in a slot of another kind. */
  readonly read: (kind: SlotKind, span: Span) => readonly SlotReading[]
  /** How a value of a slot is written. */
  readonly write: (kind: SlotKind, value: unknown) => string | undefined
}

/** A kind of slot: how words are read, and how a value is written so that it is read again. */
export interface SlotGrammar {
  readonly read: (span: Span, context: SlotContext) => readonly SlotReading[]
  /** Undefined for a value that has no words. */
  readonly write: (value: unknown, context: SlotContext) => string | undefined
}

/** Tries the first words, then one more, and so on: the text of each number of words, the longest first. */
export function byLength(
  { tokens, from, end }: Span,
  most: number,
  readText: (text: string, tokens: readonly Token[]) => Omit<SlotReading, 'to'> | undefined,
): SlotReading[] {
  const readings: SlotReading[] = []
  for (let to = Math.min(end, from + most); to > from; to--) {
    const taken = tokens.slice(from, to)
    // A text in quotes is a name by itself, and never a part of one.
    if (to - from > 1 && taken.some(({ kind }) => kind === 'quoted')) continue
    const reading = readText(textOf(taken), taken)
    if (reading) readings.push({ ...reading, to })
  }
  return readings
}

/** The words as they were typed, without quotes where they are one text. */
export function textOf(tokens: readonly Token[]): string {
  if (tokens.length === 1) return tokens[0]!.text
  let text = ''
  for (const [i, token] of tokens.entries()) {
    const before = tokens[i - 1]
    const said = token.kind === 'quoted' ? `“${token.text}”` : token.text
    text += before && token.from > before.to ? ` ${said}` : said
  }
  return text
}

/** A text in quotes, so that it is read as one; undefined where it has quotes of its own that stand in the way. */
export function quoted(text: string): string | undefined {
  if (!/[”\n]/.test(text)) return `“${text}”`
  return /["\n]/.test(text) ? undefined : `"${text}"`
}

export function wordAt({ tokens, from, end }: Span, by = 0): string | undefined {
  const token = from + by < end ? tokens[from + by] : undefined
  return token?.kind === 'quoted' ? undefined : token?.lower
}

/** The readings of a slot behind some words that must stand first. */
export function after(span: Span, words: readonly string[]): Span | undefined {
  return words.every((word, i) => word.split('|').includes(wordAt(span, i) ?? ''))
    ? { ...span, from: span.from + words.length }
    : undefined
}

/** Behind an article, where one stands first. */
export function skipArticle(span: Span): Span {
  return /^(the|a|an|my|our)$/.test(wordAt(span) ?? '') ? { ...span, from: span.from + 1 } : span
}
