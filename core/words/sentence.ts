import type { Step } from '../steps'
import { JOIN, joinUse, readClauses } from './clauses'
import type { Clause, Reader } from './clauses'
import type { Mentions } from './mentions'
import type { Use } from './phraseMatch'
import type { Span } from './slots'
import { withSteps } from './stepPhrases'
import { isJoin, isPassed } from './tokens'

/** What a sentence, or the rest of one, comes to. */
export interface Run {
  readonly score: number
  readonly steps: readonly Step[]
  readonly uses: readonly Use[]
  readonly mentions: Mentions
  /** The list that the lines below go into, where the last step is a block of which nothing was said yet. */
  readonly open?: string
}

const UNUSED = -0.8
const PASSED = 0.05
/** An empty block is rather a sentence that goes on. */
const EMPTY = -0.4

export const OTHERWISE: ReadonlySet<string> = new Set(['otherwise', 'else'])

/**
 * The best way to read all words of a span: at each place the best that led there goes on with each clause that begins
 * there, with a word that joins, or with a word that was not used (Viterbi 1967, over the words).
 */
export function readRun(span: Span, mentions: Mentions, reader: Reader): Run {
  const { tokens, from, end } = span
  const best: (Run | undefined)[] = []
  best[from] = { score: 0, steps: [], uses: [], mentions }
  const offer = (at: number, run: Run) => {
    if (!best[at] || run.score > best[at].score) best[at] = run
  }
  for (let at = from; at < end; at++) {
    const before = best[at]
    // Behind a block that takes the rest there is nothing to go on with.
    if (!before) continue
    const token = tokens[at]!
    const here: Span = { tokens, from: at, end }
    if (isJoin(token)) offer(at + 1, extended(before, JOIN, [joinUse(here, at)]))
    else if (isPassed(token)) offer(at + 1, extended(before, PASSED, [{ ...placeOf(token), kind: 'passed', says: '' }]))
    offer(at + 1, extended(before, UNUSED, [{ ...placeOf(token), kind: 'unused', says: 'not used' }]))
    for (const clause of readClauses(here, before.mentions, reader)) {
      if (clause.body === undefined) offer(clause.to, withClause(before, clause))
      else for (const run of blocks(clause, clause.body, here, before, reader)) offer(end, run)
    }
  }
  return best[end]!
}

const placeOf = ({ from, to }: { from: number; to: number }) => ({ from, to })

function extended(run: Run, score: number, uses: readonly Use[]): Run {
  return { ...run, score: run.score + score, uses: [...run.uses, ...uses] }
}

function withClause(before: Run, { steps, score, uses, mentions }: Clause): Run {
  return {
    score: before.score + score,
    steps: [...before.steps, ...steps],
    uses: [...before.uses, ...uses],
    mentions,
  }
}

/** A block takes the rest of the sentence, up to *otherwise* and from there on. */
function blocks(
  { steps, to, score, uses, mentions }: Clause,
  body: string,
  span: Span,
  before: Run,
  reader: Reader,
): Run[] {
  const { tokens, end } = span
  const [head] = steps
  if (!head) return []
  const from = skipJoins({ ...span, from: to })
  const joins = tokens.slice(to, from).map((_token, i) => joinUse(span, to + i))
  const begun = { ...before, score: before.score + score, uses: [...before.uses, ...uses, ...joins] }
  if (from >= end) {
    return [{ ...begun, score: begun.score + EMPTY, steps: [...before.steps, head], mentions, open: body }]
  }
  const cuts = [...Array(end - from).keys()]
    .map((i) => from + i)
    .filter((at) => at > from && OTHERWISE.has(tokens[at]!.lower) && 'otherwise' in withOtherwise(head))
  return [undefined, ...cuts].flatMap((cut) => {
    const inside = readRun({ tokens, from, end: cut ?? end }, mentions, reader)
    if (inside.steps.length === 0) return []
    const block = withSteps(head, body, inside.steps)
    const first = { ...begun, score: begun.score + inside.score, uses: [...begun.uses, ...inside.uses] }
    if (cut === undefined) return [{ ...first, steps: [...before.steps, block], mentions: inside.mentions }]
    const after = skipJoins({ tokens, from: cut + 1, end })
    const other = readRun({ tokens, from: after, end }, mentions, reader)
    const words = tokens
      .slice(cut, after)
      .map((_token, i): Use =>
        i === 0 ? { ...placeOf(tokens[cut]!), kind: 'does', says: 'Else' } : joinUse(span, cut + i),
      )
    if (other.steps.length === 0) return []
    return [
      {
        score: first.score + other.score + 1,
        steps: [...before.steps, { ...block, otherwise: other.steps } as unknown as Step],
        uses: [...first.uses, ...words, ...other.uses],
        mentions: other.mentions,
      },
    ]
  })
}

/** The step where it can have an *otherwise*; only then has it such a field. */
export function withOtherwise(step: Step): object {
  return step.kind === 'if' ? { otherwise: step.otherwise } : {}
}

export function skipJoins({ tokens, from, end }: Span): number {
  let at = from
  while (at < end && isJoin(tokens[at]!)) at += 1
  return at
}
