import type { Reader } from './clauses'
import type { Mentions } from './mentions'
import type { Use } from './phraseMatch'
import { readRun } from './sentence'
import type { Run } from './sentence'
import type { Span, WordNames } from './slots'

/** So many sentences that were read are remembered for the same names. */
const MOST_KNOWN = 500
const known = new WeakMap<WordNames, Map<string, { readonly run: Run; readonly at: number }>>()

/**
 * What a sentence comes to. While a text is written most of its sentences stay as they are, and are not read again: the
 * same words after the same things that were named are the same steps.
 */
export function readSentence(span: Span, mentions: Mentions, reader: Reader): Run {
  const { tokens, from, end } = span
  const at = tokens[from]?.from ?? 0
  const words = tokens.slice(from, end)
  const key = JSON.stringify([words.map(({ kind, text, from: place }) => [kind, text, place - at]), mentions])
  // Rows of a sheet are not the same for another sheet.
  if (words.some(({ lower }) => lower === 'is') && reader.rows.size > 0) return readRun(span, mentions, reader)
  let ofNames = known.get(reader.names)
  if (!ofNames) known.set(reader.names, (ofNames = new Map()))
  const before = ofNames.get(key)
  if (before) return { ...before.run, uses: before.run.uses.map((use) => moved(use, at - before.at)) }
  const run = readRun(span, mentions, reader)
  if (ofNames.size >= MOST_KNOWN) ofNames.delete(ofNames.keys().next().value!)
  ofNames.set(key, { run, at })
  return run
}

function moved(use: Use, by: number): Use {
  if (by === 0) return use
  const choices = use.choices?.map((choice) => {
    const { place } = choice
    return place ? { ...choice, place: { from: place.from + by, to: place.to + by } } : choice
  })
  return { ...use, from: use.from + by, to: use.to + by, ...(choices ? { choices } : {}) }
}
