import { z } from 'zod'
import { slot } from '../../phrases'
import type { BenchState } from '../../bench'
import { nearestName } from '../../names'
import { own } from '../../result'
import { textOfValue } from '../../values'
import type { Value } from '../../values'
import { together, find, typed } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import type { StepContext, StepEffect } from '../effect'
import { requiredTemplate, valueNameSchema } from '../fields'
import { fill } from '../fill'
import { stepIssue } from '../issues'
import { choicePart, partOf, say } from '../../sentence'
import { entriesOf, entryLabel, entryNow, manyWords, oneOf, sourceSchema } from '../sources'
import type { Source } from '../sources'
import { quoted } from '../valueWords'

export const MATCHES = ['exact', 'begins', 'nearest'] as const
export const matchWords: Record<(typeof MATCHES)[number], string> = {
  exact: 'exactly',
  begins: 'by its beginning',
  nearest: 'the nearest',
}
export const WITHOUT = ['fail', 'ask', 'go-on'] as const
export const withoutWords: Record<(typeof WITHOUT)[number], string> = {
  fail: 'fails',
  ask: 'asks',
  'go-on': 'goes on with nothing',
}
export const SEVERAL = ['fail', 'ask', 'first'] as const
export const severalWords: Record<(typeof SEVERAL)[number], string> = {
  fail: 'fails',
  ask: 'asks which',
  first: 'takes the first',
}

/** Looks one entry up: a record of a table, an address, a file, a lever. */
export const findValue = defineStep({
  kind: 'value.find',
  label: 'Look something up',
  help: 'A record by its name: in a table, a CSV file, the named addresses, a folder, the levers.',
  nature: 'sheet',
  phrases: [
    {
      say: 'find|look [up] {text} as {name}',
      gives: { text: slot('text'), as: slot('name') },
    },
    { say: 'find|look [up] {text}', gives: { text: slot('text') } },
  ],
  fields: {
    as: valueNameSchema,
    source: sourceSchema,
    text: requiredTemplate('Say what is looked for.'),
    /** The part that is compared; the name of an entry where it is empty. */
    by: z.string().max(60).default(''),
    how: z.enum(MATCHES).default('exact'),
    none: z.enum(WITHOUT).default('fail'),
    several: z.enum(SEVERAL).default('first'),
  },
  fresh: {
    as: 'found',
    source: { kind: 'addresses' },
    text: '',
    by: '',
    how: 'exact',
    none: 'fail',
    several: 'first',
  },
  keeps: ({ as }) => as,
  sentence({ as, source, text, how }, names) {
    const wanted = say`Looks up “${partOf('text', text, 'text')}” ${choicePart('how', how, matchWords)}`
    return say`${wanted} as a ${oneOf(source, 'source', names)} and calls it ${partOf('as', as, 'name')}.`
  },
  byHand: ({ text }) => together(find, typed(text), find),
  perform(step, bench, context) {
    const wanted = fill(step.text, bench, context)
    if (!wanted.ok) return failed(wanted.issues)
    const kept = entriesOf(step.source, bench, context)
    if (!kept.ok) return failed(kept.issues)
    const entries = kept.value.flatMap((entry) => entryNow(step.source, entry, bench) ?? [])
    const answered = answerOf(context)
    if (answered !== undefined) return found(step.as, answered)
    const hits = matching(entries, wanted.value, step.by, step.how)
    const where = manyWords[step.source.kind]
    if (hits.length === 0) {
      if (step.none === 'go-on')
        return { kind: 'done', changes: [], value: null, note: `Nothing was found for “${wanted.value}”.` }
      if (step.none === 'ask' && entries.length > 0)
        return asks(entries, `Nothing in ${where} is “${wanted.value}”. Which is meant?`)
      const nearest = nearestName(
        wanted.value,
        entries.map((entry) => wordsOf(entry, step.by)),
      )
      return failed([stepIssue({ code: 'nothing-found', wanted: wanted.value, where, nearest })])
    }
    if (hits.length === 1 || step.several === 'first') return found(step.as, hits[0]!)
    if (step.several === 'ask') return asks(hits, `Several of ${where} fit “${wanted.value}”. Which is meant?`)
    const names = hits.map((entry) => entryLabel(entry).label)
    return failed([stepIssue({ code: 'several-found', wanted: wanted.value, where, found: names })])
  },
})

function wordsOf(entry: Value, by: string): string {
  if (by === '') return entryLabel(entry).label
  return typeof entry === 'object' && entry !== null && !Array.isArray(entry) ? textOfValue(own(entry, by) ?? null) : ''
}

function matching(entries: readonly Value[], wanted: string, by: string, how: (typeof MATCHES)[number]): Value[] {
  const lowered = wanted.trim().toLocaleLowerCase('en')
  const words = entries.map((entry) => wordsOf(entry, by).trim().toLocaleLowerCase('en'))
  const exact = entries.filter((_, i) => words[i] === lowered)
  if (how === 'exact' || exact.length > 0) return exact
  const beginning = entries.filter((_, i) => words[i]!.startsWith(lowered))
  if (how === 'begins' || beginning.length > 0) return beginning
  const nearest = nearestName(lowered, words)
  return nearest === undefined ? [] : entries.filter((_, i) => words[i] === nearest)
}

const MOST_ASKED = 10_000

function asks(entries: readonly Value[], text: string): StepEffect {
  const items = entries.slice(0, MOST_ASKED)
  return {
    kind: 'asks',
    question: {
      kind: 'pick',
      text,
      several: false,
      choices: items.map((entry, i) => ({ id: String(i), ...entryLabel(entry) })),
    },
    progress: { kind: 'picking', items },
  }
}

function answerOf({ answer, progress }: StepContext): Value | undefined {
  return progress?.kind === 'picking' && typeof answer === 'string' ? progress.items[Number(answer)] : undefined
}

function found(as: string, value: Value): StepEffect {
  return { kind: 'done', changes: [], value, note: `${as} is ${quoted(value)}.` }
}

/** The parts by which entries can be compared, as the bench stands. */
export function partsNow(source: Source, bench: BenchState, context: StepContext): string[] {
  const kept = entriesOf(source, bench, context)
  const [first] = kept.ok ? kept.value : []
  const entry = first === undefined ? undefined : entryNow(source, first, bench)
  return typeof entry === 'object' && entry !== null && !Array.isArray(entry) ? Object.keys(entry) : []
}
