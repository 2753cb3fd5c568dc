import { rowsOf, withNewIds } from '../sheets'
import type { Step } from '../steps'
import type { Reader } from './clauses'
import type { Mentions } from './mentions'
import type { Use } from './phraseMatch'
import { readSentence } from './readSentence'
import { OTHERWISE, skipJoins } from './sentence'
import type { Run } from './sentence'
import { readClauses } from './clauses'
import type { WordNames } from './slots'
import { withSteps } from './stepPhrases'
import { sentencesOf, tokensOf } from './tokens'
import type { Token } from './tokens'

/** What a text comes to: steps, and what each of its words was used for, in their order. */
export interface WordReading {
  readonly steps: Step[]
  readonly uses: readonly Use[]
  /** Whether every word was used, and for something that is beyond doubt. */
  readonly isSure: boolean
}

export interface WordOptions {
  /** Ids for the steps; `said-1`, `said-2` and so on where it is absent. */
  readonly nextId?: () => string
  /** The sheet that the text was read out of, for `step 7 as it is`. */
  readonly before?: readonly Step[]
}

/** So long a text may be, in UTF-16 units. */
export const LONGEST_WORDS = 20_000
/** A sentence has at most so many words; what is longer is read in pieces. */
const LONGEST_SENTENCE = 120

interface Line {
  readonly indent: number
  readonly tokens: readonly Token[]
}

/**
 * The steps that a text says, sentence by sentence, without any network: `Close Cairn Web, then wait two minutes. If the
 * finder camera is missing, say so.` What stands deeper below a line that begins a block is in the block. Words that
 * were not used, or could mean something else, are marked as such; nothing is guessed silently.
 */
export function stepsFromWords(text: string, names: WordNames, { nextId, before = [] }: WordOptions = {}): WordReading {
  const rows = new Map(
    rowsOf(before).flatMap((row) =>
      row.kind === 'step' && row.number !== undefined ? [[row.number, row.step as Step]] : [],
    ),
  )
  const run = readLines(linesOf(text.slice(0, LONGEST_WORDS)), [], { names, rows, known: new WeakMap() })
  let count = 0
  const newId = nextId ?? (() => `said-${(count += 1)}`)
  const steps = run.steps.map((step) => withNewIds(step, newId))
  const isSure = run.uses.every(({ kind, doubt }) => kind !== 'unused' && doubt === undefined)
  return { steps, uses: joined(run.uses), isSure: isSure && (steps.length > 0 || text.trim() === '') }
}

function linesOf(text: string): Line[] {
  const lines: Line[] = []
  let offset = 0
  for (const line of text.split('\n')) {
    const tokens = tokensOf(line, offset)
    // A dash before a line is how lists are written.
    if (tokens.length > 0) lines.push({ indent: line.length - line.trimStart().length, tokens })
    offset += line.length + 1
  }
  return lines
}

interface Read {
  readonly steps: readonly Step[]
  readonly uses: readonly Use[]
  readonly mentions: Mentions
}

function readLines(lines: readonly Line[], mentions: Mentions, reader: Reader): Read {
  let now: Read & { open?: string } = { steps: [], uses: [], mentions }
  for (let i = 0; i < lines.length;) {
    const { tokens, indent } = lines[i]!
    for (const sentence of sentencesOf(tokens)) now = withSentence(now, sentence, reader)
    let next = i + 1
    while (next < lines.length && lines[next]!.indent > indent) next += 1
    const below = readLines(lines.slice(i + 1, next), now.mentions, reader)
    const last = now.steps.at(-1)
    const inside = now.open !== undefined && last ? withSteps(last, now.open, below.steps) : undefined
    now = {
      steps: inside ? [...now.steps.slice(0, -1), inside] : [...now.steps, ...below.steps],
      uses: [...now.uses, ...below.uses],
      mentions: inside ? now.mentions : below.mentions,
    }
    i = next
  }
  return now
}

/** A sentence more; one that begins with *otherwise* belongs to the block before. */
function withSentence(before: Read, sentence: readonly Token[], reader: Reader): Read & { open?: string } {
  const pieces = []
  for (let from = 0; from < sentence.length; from += LONGEST_SENTENCE)
    pieces.push({ tokens: sentence, from, end: Math.min(sentence.length, from + LONGEST_SENTENCE) })
  let now: Read & { open?: string } = before
  for (const span of pieces) {
    const first = sentence[span.from]!
    const last = now.steps.at(-1)
    const isElse = span.from === 0 && first.kind === 'word' && OTHERWISE.has(first.lower)
    if (isElse && last?.kind === 'if' && last.otherwise === undefined) {
      now = withElse(now, last, sentence, span.end, reader)
      continue
    }
    const run = readSentence(span, now.mentions, reader)
    now = added(now, run)
  }
  return now
}

function added(before: Read, { steps, uses, mentions, open }: Run): Read & { open?: string } {
  return {
    steps: [...before.steps, ...steps],
    uses: [...before.uses, ...uses],
    mentions,
    ...(open === undefined ? {} : { open }),
  }
}

type If = Extract<Step, { kind: 'if' }>

/** `Otherwise …`, or `Otherwise, if …`. */
function withElse(
  before: Read,
  block: If,
  tokens: readonly Token[],
  end: number,
  reader: Reader,
): Read & { open?: string } {
  const from = skipJoins({ tokens, from: 1, end })
  const word: Use = { from: tokens[0]!.from, to: tokens[0]!.to, kind: 'does', says: 'Else' }
  const joins = tokens.slice(1, from).map(({ from: at, to }): Use => ({ from: at, to, kind: 'joins', says: '' }))
  const uses = [...before.uses, word, ...joins]
  const replaced = (step: Step) => [...before.steps.slice(0, -1), step]
  if (from >= end) return { ...before, uses, steps: replaced({ ...block, otherwise: [] }), open: 'otherwise' }
  const span = { tokens, from, end }
  const rest = readSentence(span, before.mentions, reader)
  const [inner, ...more] = rest.steps
  const isElseIf =
    inner?.kind === 'if' &&
    more.length === 0 &&
    tokens[from]!.lower === 'if' &&
    readClauses(span, before.mentions, reader).some(({ body }) => body !== undefined)
  if (isElseIf) {
    const branches = [...block.branches, ...inner.branches]
    const step: If = { ...block, branches, ...(inner.otherwise ? { otherwise: inner.otherwise } : {}) }
    const open = rest.open === undefined ? {} : { open: `branches.${branches.length - 1}.steps` }
    return { steps: replaced(step), uses: [...uses, ...rest.uses], mentions: rest.mentions, ...open }
  }
  return {
    steps: replaced({ ...block, otherwise: [...rest.steps] } as If),
    uses: [...uses, ...rest.uses],
    mentions: rest.mentions,
  }
}

/** Words beside each other that were used for the same are one use. */
function joined(uses: readonly Use[]): Use[] {
  const all: Use[] = []
  for (const use of uses) {
    const last = all.at(-1)
    const isSame =
      last?.kind === use.kind && last.says === use.says && !last.choices && !use.choices && use.kind !== 'names'
    if (last && isSame && (last.doubt === use.doubt || use.doubt === undefined))
      all[all.length - 1] = { ...last, to: use.to }
    else all.push(use)
  }
  return all
}
