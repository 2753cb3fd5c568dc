import { STEP_KINDS } from '../steps'
import type { Slot, Slots, Step, StepKind, StepKindEntry } from '../steps'
import { readersFor, readSlot } from './readSlots'
import type { Readers, WordNames } from './readSlots'

export type { WordNames } from './readSlots'

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
  const readers = readersFor(names)
  const offers: Offer[] = []
  for (const entry of STEP_KINDS) {
    const said = entry.phrases.flatMap(({ say, fields }) => {
      const match = matchPhrase(say, text.trim(), readers)
      if (!match) return []
      return [{ score: match.score, step: { ...entry.fresh(id), ...fields(match.slots) } as Step }]
    })
    const best = said.sort((a, b) => b.score - a.score)[0]
    const labelled = labelScore(entry, typed)
    if (best && best.score >= labelled) offers.push({ kind: entry.kind, ...best })
    else if (labelled > 0) offers.push({ kind: entry.kind, step: entry.fresh(id), score: labelled })
  }
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

interface Match {
  readonly slots: Slots
  readonly score: number
}

type Part =
  | { readonly kind: 'words'; readonly words: readonly string[]; readonly isOptional: boolean }
  | { readonly kind: 'slot'; readonly slot: Slot }

const parts = new Map<string, readonly Part[]>()

function partsOf(say: string): readonly Part[] {
  let known = parts.get(say)
  if (!known) {
    known = say.split(' ').map((part): Part => {
      const slot = /^\{(\w+)\}$/.exec(part)?.[1]
      if (slot) return { kind: 'slot', slot: slot as Slot }
      const isOptional = part.startsWith('[')
      return { kind: 'words', words: part.replace(/[[\]]/g, '').split('|'), isOptional }
    })
    parts.set(say, known)
  }
  return known
}

/** Words are matched in their order; a slot takes what stands up to the next word of the phrase. */
function matchPhrase(say: string, text: string, readers: Readers): Match | undefined {
  return matchFrom(partsOf(say), text.split(/\s+/), readers)
}

function matchFrom(rest: readonly Part[], typed: readonly string[], readers: Readers): Match | undefined {
  const [part, ...later] = rest
  if (!part) return typed.length === 0 ? { slots: {}, score: 0 } : undefined
  if (part.kind === 'words') {
    const skipped = part.isOptional ? matchFrom(later, typed, readers) : undefined
    const [word, ...others] = typed
    if (word === undefined) return skipped ?? (typed.length === 0 ? unsaid(rest) : undefined)
    const score = wordScore(part.words, word, others.length === 0)
    const taken = score > 0 ? matchFrom(later, others, readers) : undefined
    const matched = taken && { slots: taken.slots, score: taken.score + score }
    return better(matched, skipped)
  }
  let best: Match | undefined
  for (let count = typed.length; count >= 0; count--) {
    const read = readSlot(part.slot, typed.slice(0, count).join(' '), readers)
    if (!read) continue
    const after = matchFrom(later, typed.slice(count), readers)
    if (after) best = better(best, { slots: { ...after.slots, ...read.slots }, score: after.score + read.sureness })
  }
  return best
}

/** The rest of a phrase of which nothing was typed yet. */
function unsaid(rest: readonly Part[]): Match {
  const words = rest.filter((part) => part.kind === 'words' && !part.isOptional).length
  return { slots: {}, score: -0.2 * words }
}

function better(one: Match | undefined, other: Match | undefined): Match | undefined {
  if (!one || !other) return one ?? other
  return other.score > one.score ? other : one
}

/** A word that is said whole counts most; the last one may still be in the middle of being typed. */
function wordScore(words: readonly string[], typed: string, isLast: boolean): number {
  const lowered = typed.toLowerCase()
  if (words.includes(lowered)) return 1.5
  return isLast && words.some((word) => word.startsWith(lowered)) ? 1 : 0
}
