import { z } from 'zod'
import { slot } from '../../phrases'
import type { BenchState } from '../../bench'
import { assertNever, fail, succeed } from '../../result'
import type { Result } from '../../result'
import { listOf, textOfValue } from '../../values'
import type { Value } from '../../values'
import { NO_WORK } from '../byHand'
import { defineStep } from '../defineStep'
import { durationInWords } from '../duration'
import { failed } from '../effect'
import type { StepContext, StepEffect } from '../effect'
import { requiredTemplate, templateSchema, valueNameSchema } from '../fields'
import { fill } from '../fill'
import { folderMeant } from '../fileWork'
import { stepIssue } from '../issues'
import type { Names } from '../names'
import { readAnswer } from '../question'
import type { Asked } from '../question'
import { partOf, say } from '../../sentence'
import type { Sentence } from '../../sentence'
import { entriesOf, entryLabel, entryNow, oneOf, sourceSchema } from '../sources'
import type { Source } from '../sources'
import { quoted } from '../valueWords'

const whatSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('text'),
    /** A pattern with `*` and `?` that an answer must fit, and what is said where it does not. */
    pattern: z.string().max(200).optional(),
    because: z.string().max(300).optional(),
  }),
  z.object({ kind: z.literal('number'), min: z.number().optional(), max: z.number().optional() }),
  z.object({ kind: z.literal('yes-no') }),
  z.object({ kind: z.literal('date') }),
  z.object({ kind: z.literal('file'), folder: requiredTemplate('Say in which folder.') }),
  z.object({ kind: z.literal('pick'), source: sourceSchema, several: z.boolean().optional() }),
])
export type AskedFor = z.infer<typeof whatSchema>

export const askedForWords: Record<AskedFor['kind'], string> = {
  text: 'a text',
  number: 'a number',
  'yes-no': 'yes or no',
  date: 'a date',
  file: 'a file',
  pick: 'a choice from a list',
}

/** Asks on the board, and gives a name to the answer. */
export const ask = defineStep({
  kind: 'ask',
  label: 'Ask',
  help: 'A text, number, date, yes or no, a file or a choice from a list that is searched; the answer has a name.',
  nature: 'sheet',
  phrases: [
    { say: 'ask {text} as {name}', gives: { text: slot('text'), as: slot('name') } },
    { say: 'ask {text} and|to call [the|it] [answer] {name}', gives: { text: slot('text'), as: slot('name') } },
    { say: 'ask {text}', gives: { text: slot('text') } },
  ],
  fields: {
    as: valueNameSchema,
    text: requiredTemplate('Say what is asked.'),
    what: whatSchema,
    /** What is taken where nobody answers; several of a list stand one a line. */
    standard: templateSchema.optional(),
    /** After so long the standard answer is taken. */
    limitMs: z
      .number()
      .int()
      .min(1000, 'At least 1 s.')
      .max(24 * 3_600_000, 'At most a day.')
      .optional(),
  },
  fresh: { as: 'answer', text: '', what: { kind: 'text' } },
  keeps: ({ as }) => as,
  sentence({ as, text, what, standard, limitMs }, names) {
    const limit = limitMs === undefined ? '' : `; after ${durationInWords(limitMs)} takes “${standard ?? ''}”`
    return say`Asks “${partOf('text', text, 'text')}”${wantedIn(what, names)} and calls the answer ${partOf('as', as, 'name')}${limit}.`
  },
  byHand: () => NO_WORK,
  perform(step, bench, context) {
    const asked = questionOf(step, bench, context)
    if (!asked.ok) return failed(asked.issues)
    const { question, items } = asked.value
    if (context.answer !== undefined) {
      const kept = context.progress?.kind === 'picking' ? context.progress.items : items
      const answer = readAnswer(question, context.answer, bench)
      if (!answer.ok) return failed(answer.issues)
      const value = meant(answer.value, kept)
      return { kind: 'done', changes: [], value, note: `${step.as} is ${quoted(value)}.` }
    }
    return asking(question, items, step.limitMs, context.nowMs)
  },
})

interface AskStep {
  readonly as: string
  readonly text: string
  readonly what: AskedFor
  readonly standard?: string
  readonly limitMs?: number
}

function wantedIn(what: AskedFor, names: Names): Sentence {
  if (what.kind !== 'pick') return [` (${askedForWords[what.kind]})`]
  return say`, ${what.several ? 'each' : 'one'} ${oneOf(what.source, 'what.source', names)},`
}

function asking(
  question: Asked,
  items: readonly Value[] | undefined,
  limitMs: number | undefined,
  nowMs: number,
): StepEffect {
  return {
    kind: 'asks',
    question,
    ...(items ? { progress: { kind: 'picking', items: [...items] } } : {}),
    ...(limitMs === undefined ? {} : { untilMs: nowMs + limitMs }),
  }
}

/** The choices stand for these, one for one; ids are their places. */
function meant(answer: Value, items: readonly Value[] | undefined): Value {
  if (!items) return answer
  return Array.isArray(answer) ? answer.map((id) => items[Number(id)] ?? null) : (items[Number(answer)] ?? null)
}

/** So many choices a question may have. */
const MOST_CHOICES = 10_000

function questionOf(
  step: AskStep,
  bench: BenchState,
  context: StepContext,
): Result<{ question: Asked; items?: readonly Value[] }> {
  const text = fill(step.text, bench, context)
  if (!text.ok) return text
  const standard = step.standard === undefined ? undefined : fill(step.standard, bench, context)
  if (standard && !standard.ok) return standard
  const { what } = step
  const asked = { text: text.value }
  switch (what.kind) {
    case 'text': {
      const check = what.pattern ? { check: { pattern: what.pattern, because: what.because ?? '' } } : {}
      return checked({ kind: 'text', ...asked, ...check }, standard?.value, bench)
    }
    case 'number': {
      const { min, max } = what
      const limits = { ...(min === undefined ? {} : { min }), ...(max === undefined ? {} : { max }) }
      return checked({ kind: 'number', ...asked, ...limits }, standard?.value, bench)
    }
    case 'yes-no':
    case 'date':
      return checked({ kind: what.kind, ...asked }, standard?.value, bench)
    case 'file': {
      const folder = folderMeant(what.folder, bench, context.values)
      if (!folder.ok) return folder
      return checked({ kind: 'file', ...asked, folder: folder.value }, standard?.value, bench)
    }
    case 'pick':
      return pickFrom(what.source, what.several ?? false, asked.text, standard?.value, bench, context)
    default:
      return assertNever(what)
  }
}

/** With its standard answer, which has to be one. Issue: `standard-refused`. */
function checked(question: Asked, standard: string | undefined, bench: BenchState): Result<{ question: Asked }> {
  if (standard === undefined) return succeed({ question })
  const read = readAnswer(question, standard, bench)
  if (!read.ok) return fail(stepIssue({ code: 'standard-refused', because: read.issues[0]!.message }, 'standard'))
  return succeed({ question: { ...question, standard: read.value } as Asked })
}

function pickFrom(
  source: Source,
  several: boolean,
  text: string,
  standard: string | undefined,
  bench: BenchState,
  context: StepContext,
): Result<{ question: Asked; items: readonly Value[] }> {
  const kept = entriesOf(source, bench, context)
  if (!kept.ok) return kept
  const items = kept.value.flatMap((entry) => entryNow(source, entry, bench) ?? [])
  if (items.length === 0) return fail(stepIssue({ code: 'nothing-there', what: `nothing to choose for “${text}”` }))
  if (items.length > MOST_CHOICES)
    return fail(stepIssue({ code: 'too-many', count: items.length, most: MOST_CHOICES, what: 'choice' }))
  const choices = items.map((entry, i) => ({ id: String(i), ...entryLabel(entry) }))
  const question: Asked = { kind: 'pick', text, choices, several }
  if (standard === undefined) return succeed({ question, items })
  const wanted = several ? listOf(standard).map(textOfValue) : [standard]
  const ids = wanted.map((one) => choices.find(({ label }, i) => label === one || textOfValue(items[i]!) === one)?.id)
  const missing = wanted[ids.indexOf(undefined)]
  if (missing !== undefined)
    return fail(stepIssue({ code: 'standard-refused', because: `“${missing}” is not in the list.` }, 'standard'))
  return succeed({ question: { ...question, standard: several ? (ids as string[]) : ids[0]! }, items })
}
