import { fillTemplate } from '../phrases'
import { stepSchema } from '../steps'
import type { Step } from '../steps'
import { contextFor } from './context'
import type { KnownReadings } from './context'
import { mention } from './mentions'
import type { Mentions } from './mentions'
import { itemMentions } from './mentionsIn'
import { matchPhrase, matchPhrases } from './phraseMatch'
import type { PhraseMatch, Use } from './phraseMatch'
import type { SlotContext, Span, WordNames } from './slots'
import { STEP_PHRASES, stepOf } from './stepPhrases'
import type { StepPhrase } from './stepPhrases'
import { SUFFIXES } from './suffixes'
import { tokensOf } from './tokens'
import { writeStep } from './writeStep'

/** What is known while a text is read. */
export interface Reader {
  readonly names: WordNames
  /** Rows of a sheet by their number, for `step 7 as it is`. */
  readonly rows: ReadonlyMap<number, Step>
  readonly known: KnownReadings
}

/** Some steps that words say, one after the other. */
export interface Clause {
  readonly steps: readonly Step[]
  /** The place of the first word that it does not take. */
  readonly to: number
  readonly score: number
  readonly uses: readonly Use[]
  readonly mentions: Mentions
  /** The list that what is said next goes into, of a block that only began. */
  readonly body?: string
}

export const JOIN = 0.2
const CLAUSE = -0.5
const AGAIN = -0.3
/** What takes something that was not said counts less. */
const ASSUMED = -0.6
/** A phrase that has the words itself goes before a suffix. */
const SUFFIX = -0.4
/** What could be meant as well is told where it fits almost as well. */
const NEAR = 0.15
const MOST_AGAIN = 50

/** What words from the beginning of a span on may say, each way once, the best for each number of words. */
export function readClauses(span: Span, mentions: Mentions, reader: Reader): Clause[] {
  const context = contextFor(reader.names, { mentions, shared: reader.known })
  const matches = matchPhrases(STEP_PHRASES, span, context, ({ entry }) => entry.label)
  const clauses = matches.map((match) => clauseOf(match, mentions, reader))
  const again = bestOfEach(clauses, matches).flatMap(([clause, match]) =>
    repeated(clause, match, span, context, reader),
  )
  const plain = [...asItIs(span, mentions, reader), ...clauses, ...again]
  const suffixed = closest(plain, context).flatMap((clause) => (clause.body ? [] : withSuffix(clause, span, reader)))
  return closest([...plain, ...suffixed], context)
}

function clauseOf(
  { phrase, slots, to, score, uses, mentions }: PhraseMatch<StepPhrase>,
  before: Mentions,
  reader: Reader,
): Clause {
  const step = stepOf(phrase, slots)
  const item = 'source' in step && 'as' in step ? itemMentions(step.source, step.as) : []
  return {
    steps: [step],
    to,
    score: score + CLAUSE + (phrase.assumes === undefined ? 0 : ASSUMED),
    uses: withDoubts(uses, step, phrase, reader),
    mentions: mention(before, ...item, ...mentions),
    ...(phrase.body === undefined ? {} : { body: phrase.body }),
  }
}

/** What is taken that was not said, and what is missing, is told at the first word. */
function withDoubts(
  uses: readonly Use[],
  step: Step,
  { assumes, choices }: StepPhrase,
  reader: Reader,
): readonly Use[] {
  const checked = stepSchema.safeParse(step)
  const missing = checked.success
    ? undefined
    : checked.error.issues.find(({ path }) => !path.includes('steps'))?.message
  const doubt = missing ?? assumes
  if (doubt === undefined) return uses
  const at = telling(uses)
  // They stand for all that the clause says, as far as there is what they speak of.
  const placed = choices
    ?.filter(({ text }) => isSaid(text, reader))
    .map((choice) => ({ ...choice, place: placeOf(uses) }))
  return uses.map((use, i) =>
    i === at ? { ...use, doubt: use.doubt ?? doubt, ...(placed && !use.choices ? { choices: placed } : {}) } : use,
  )
}

/** Whether words say one step, beyond doubt. */
function isSaid(text: string, reader: Reader): boolean {
  const tokens = tokensOf(text)
  return readClauses({ tokens, from: 0, end: tokens.length }, [], reader).some(
    ({ to, uses }) => to === tokens.length && uses.every(({ doubt }) => doubt === undefined),
  )
}

const placeOf = (uses: readonly Use[]) => ({ from: uses[0]!.from, to: uses.at(-1)!.to })

/** The words at which a doubt about a whole clause is told: those that say what is done, or else the first that count. */
function telling(uses: readonly Use[]): number {
  const does = uses.findIndex(({ kind }) => kind === 'does')
  return does >= 0
    ? does
    : Math.max(
        0,
        uses.findIndex(({ kind }) => kind !== 'passed'),
      )
}

/** The best clause for each number of words, with the match it came of. */
function bestOfEach(clauses: readonly Clause[], matches: readonly PhraseMatch<StepPhrase>[]) {
  const best = new Map<number, readonly [Clause, PhraseMatch<StepPhrase>]>()
  for (const [i, clause] of clauses.entries()) {
    const known = best.get(clause.to)
    if (!known || clause.score > known[0].score) best.set(clause.to, [clause, matches[i]!])
  }
  return [...best.values()]
}

/** `Open A, B and C`: the verb counts for what is named after it as well. */
function repeated(
  first: Clause,
  match: PhraseMatch<StepPhrase>,
  span: Span,
  context: SlotContext,
  reader: Reader,
): Clause[] {
  if (match.phrase.body !== undefined) return []
  const all: Clause[] = []
  let now = first
  for (let i = 0; i < MOST_AGAIN; i++) {
    const joined = joinsAt({ ...span, from: now.to })
    if (!joined) break
    const next = matchPhrase(match.phrase, joined.span, context, match.phrase.entry.label, 'first-slot')
      .filter(({ slots, to }) => Object.keys(slots).length > 0 && to > joined.span.from)
      .sort((a, b) => b.score - a.score)[0]
    if (!next) break
    const step = stepOf(match.phrase, next.slots)
    now = {
      steps: [...now.steps, step],
      to: next.to,
      score: now.score + joined.score + next.score + AGAIN,
      uses: [...now.uses, ...joined.uses, ...withDoubts(next.uses, step, match.phrase, reader)],
      mentions: mention(now.mentions, ...next.mentions),
    }
    all.push(now)
  }
  return all
}

/** A comma, *and*, or both. */
function joinsAt(span: Span): { span: Span; score: number; uses: Use[] } | undefined {
  let { from } = span
  const uses: Use[] = []
  while (from < span.end && uses.length < 2 && /^(,|and|&)$/.test(span.tokens[from]!.lower)) {
    uses.push(joinUse(span, from))
    from += 1
  }
  return uses.length === 0 ? undefined : { span: { ...span, from }, score: uses.length * JOIN, uses }
}

export function joinUse({ tokens }: Span, at: number): Use {
  const token = tokens[at]!
  return { from: token.from, to: token.to, kind: 'joins', says: 'goes on with the next' }
}

/** `step 7 as it is`: a row of the sheet that the text was read out of. */
function asItIs({ tokens, from, end }: Span, mentions: Mentions, { rows }: Reader): Clause[] {
  const words = tokens.slice(from, Math.min(end, from + 5)).map(({ lower }) => lower)
  const [first = '', number = '', ...rest] = words
  if (!/^(step|row)$/.test(first) || !/^\d+$/.test(number) || rest.join(' ') !== 'as it is') return []
  const step = rows.get(Number(number))
  const use: Use = {
    from: tokens[from]!.from,
    to: tokens[from + 4]!.to,
    kind: 'names',
    says: `the step ${number} of this sheet`,
    ...(step ? {} : { doubt: `There is no step ${number} in this sheet.` }),
  }
  return [{ steps: step ? [step] : [], to: from + 5, score: 5, uses: [use], mentions }]
}

/** What is said behind a clause and counts for it: when, for how long, on what condition. */
function withSuffix(clause: Clause, span: Span, reader: Reader): Clause[] {
  const at: Span = { ...span, from: clause.to }
  const context = contextFor(reader.names, { mentions: clause.mentions, shared: reader.known })
  return matchPhrases(SUFFIXES, at, context, ({ does }) => does).flatMap((match) => {
    const steps = match.phrase.apply(
      clause.steps,
      fillTemplate(match.phrase.gives, match.slots) as Record<string, unknown>,
    )
    if (!steps) return []
    return [
      {
        steps,
        to: match.to,
        score: clause.score + match.score + SUFFIX,
        uses: [...clause.uses, ...match.uses],
        mentions: mention(clause.mentions, ...match.mentions),
      },
    ]
  })
}

/** Of clauses that take the same words only the best, with those that fit almost as well as choices. */
function closest(clauses: readonly Clause[], context: SlotContext): Clause[] {
  const byEnd = new Map<number, Clause[]>()
  for (const clause of clauses) byEnd.set(clause.to, [...(byEnd.get(clause.to) ?? []), clause])
  return [...byEnd.values()].map((alike) => {
    const [best, ...others] = alike.toSorted((a, b) => b.score - a.score)
    const seen = new Set([JSON.stringify(best!.steps)])
    const near = others.filter(({ score, steps }) => {
      const key = JSON.stringify(steps)
      return score >= best!.score - NEAR && !seen.has(key) && seen.add(key)
    })
    return near.length === 0 ? best! : { ...best!, uses: alsoMeant([best!, ...near], context) }
  })
}

/** The uses of the first clause, with what all of them could mean as choices in words that say just that. */
function alsoMeant([best, ...others]: readonly Clause[], context: SlotContext): readonly Use[] {
  const uses = best!.uses
  if (uses.some(({ doubt }) => doubt !== undefined)) return uses
  const place = placeOf(uses)
  const choices = [best!, ...others].flatMap(({ steps: [step, ...more] }) => {
    const text = step && more.length === 0 ? writeStep(step, context) : undefined
    return text === undefined ? [] : [{ says: text, text, place }]
  })
  const at = telling(uses)
  const doubtful = { doubt: 'could mean something else', ...(choices.length > 0 ? { choices } : {}) }
  return uses.map((use, i) => (i === at ? { ...use, ...doubtful } : use))
}
