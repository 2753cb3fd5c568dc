import { STEP_KINDS } from '../steps'
import type { Step, StepKind, StepKindEntry } from '../steps'
import { contextFor } from './context'
import { matchPhrases } from './phraseMatch'
import type { WordNames } from './slots'
import { STEP_PHRASES, stepOf } from './stepPhrases'
import { tokensOf } from './tokens'

/** A step that a few words may mean. */
export interface Offer {
  readonly kind: StepKind
  /** The step, with what the words say filled in; its id is the one that was given. */
  readonly step: Step
  /** How well it fits: more is better. */
  readonly score: number
}

const MOST_OFFERS = 12

/**
 * The steps that a few typed words may mean, best first: `close cairn`, `wait 30 min`, `brightness 20`, `move
 * downloads`. What fits no phrase is looked for among the names of the kinds. With no words all kinds are offered, in
 * the order of the chooser.
 */
export function offersFor(text: string, names: WordNames, id: string, most = MOST_OFFERS): Offer[] {
  const typed = text.trim().toLowerCase()
  if (typed === '') return STEP_KINDS.map(({ kind, fresh }) => ({ kind, step: fresh(id), score: 0 }))
  const tokens = tokensOf(text)
  const whole = { tokens, from: 0, end: tokens.length }
  const best = new Map<StepKind, Offer>()
  for (const { phrase, slots, to, score } of matchPhrases(STEP_PHRASES, whole, contextFor(names, { isTyping: true }))) {
    const { kind } = phrase.entry
    const known = best.get(kind)
    if (to < tokens.length || (known && known.score >= score)) continue
    best.set(kind, { kind, step: stepOf(phrase, slots, id), score })
  }
  const offers = STEP_KINDS.flatMap((entry): Offer[] => {
    const said = best.get(entry.kind)
    const labelled = labelScore(entry, typed)
    if (said && said.score >= labelled) return [said]
    return labelled > 0 ? [{ kind: entry.kind, step: entry.fresh(id), score: labelled }] : []
  })
  return offers.sort((a, b) => b.score - a.score).slice(0, most)
}

/** How well the name of a kind fits what was typed; below any phrase that fits whole. */
function labelScore({ label, help }: StepKindEntry, typed: string): number {
  const name = label.toLowerCase()
  if (name.startsWith(typed)) return 1.6
  const words = typed.split(/\s+/)
  if (words.every((word) => name.split(/[^a-z]+/).some((part) => part.startsWith(word)))) return 1.2
  if (words.every((word) => `${name} ${help.toLowerCase()}`.includes(word))) return 0.4
  return 0
}
