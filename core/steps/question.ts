import { z } from 'zod'
import { fileAt, globToRegExp } from '../bench'
import type { BenchState } from '../bench'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import { isDate, valueSchema } from '../values'
import type { Value } from '../values'
import { stepIssue } from './issues'

const asked = {
  /** No two questions of a run share one, so that an answer to an older question is told apart. */
  id: z.string(),
  text: z.string(),
}
const choicesSchema = z.array(z.object({ id: z.string(), label: z.string(), detail: z.string().optional() }))

/** What a step asks before it goes on, and what counts as an answer. `standard` is taken where nobody can be asked. */
export const questionSchema = z.discriminatedUnion('kind', [
  z.object({ ...asked, kind: z.literal('choice'), choices: choicesSchema, standard: z.string().optional() }),
  /** One of many, or several of them; found by typing. The answer has their ids. */
  z.object({
    ...asked,
    kind: z.literal('pick'),
    choices: choicesSchema,
    several: z.boolean(),
    standard: valueSchema.optional(),
  }),
  z.object({
    ...asked,
    kind: z.literal('text'),
    check: z.object({ pattern: z.string(), because: z.string() }).optional(),
    standard: valueSchema.optional(),
  }),
  z.object({
    ...asked,
    kind: z.literal('number'),
    min: z.number().optional(),
    max: z.number().optional(),
    standard: valueSchema.optional(),
  }),
  z.object({ ...asked, kind: z.literal('yes-no'), standard: valueSchema.optional() }),
  /** As in ISO 8601: `2026-03-14`. */
  z.object({ ...asked, kind: z.literal('date'), standard: valueSchema.optional() }),
  /** The path of a file that is there. */
  z.object({ ...asked, kind: z.literal('file'), folder: z.string(), standard: valueSchema.optional() }),
])
export type Question = z.infer<typeof questionSchema>
type WithoutId<Q> = Q extends unknown ? Omit<Q, 'id'> : never

/** A question as a step puts it; the run gives it its id. */
export type Asked = WithoutId<Question>

/** So long a text that somebody answers may be. */
export const LONGEST_ANSWER = 10_000

/** An answer as the step takes it. Issues: `choice-unknown`, `answer-refused`, each with what would do. */
export function readAnswer(question: Asked, answer: Value, bench: Pick<BenchState, 'files'>): Result<Value> {
  switch (question.kind) {
    case 'choice':
      return knownChoice(question, answer)
    case 'pick': {
      if (!question.several) return knownChoice(question, answer)
      if (!Array.isArray(answer)) return refuse('Choose from the list; it takes several.')
      const issues = answer.flatMap((one) => {
        const known = knownChoice(question, one)
        return known.ok ? [] : known.issues
      })
      return issues.length > 0 ? fail(...issues) : succeed([...new Set(answer)])
    }
    case 'text':
      return readText(question, answer)
    case 'number': {
      const value = typeof answer === 'number' ? answer : typeof answer === 'string' ? readNumber(answer) : Number.NaN
      if (!Number.isFinite(value)) return refuse('Give a number, such as 12 or 0.5.')
      if (question.min !== undefined && value < question.min) return refuse(`Give ${question.min} or more.`)
      if (question.max !== undefined && value > question.max) return refuse(`Give ${question.max} or less.`)
      return succeed(value)
    }
    case 'yes-no':
      if (answer === true || answer === 'yes') return succeed(true)
      return answer === false || answer === 'no' ? succeed(false) : refuse('Answer yes or no.')
    case 'date':
      return typeof answer === 'string' && isDate(answer)
        ? succeed(answer)
        : refuse('Give a date as year, month and day, such as 2026-03-14.')
    case 'file':
      if (typeof answer !== 'string' || answer === '') return refuse('Choose a file.')
      return fileAt(bench.files, answer) ? succeed(answer) : refuse(`There is no file ${answer}.`)
  }
}

/** Whether a value is an answer to the question, as things stand. */
export function isAnswer(question: Asked, answer: Value, bench: Pick<BenchState, 'files'>): boolean {
  return readAnswer(question, answer, bench).ok
}

function refuse(message: string): Result<Value> {
  return fail({ code: 'answer-refused', message, at: 'answer' })
}

function knownChoice({ choices }: Extract<Asked, { kind: 'choice' | 'pick' }>, answer: Value): Result<Value> {
  if (typeof answer === 'string' && choices.some((choice) => choice.id === answer)) return succeed(answer)
  return fail(stepIssue({ code: 'choice-unknown', answer, known: choices.map(({ id, label }) => ({ id, label })) }))
}

function readText({ check }: Extract<Asked, { kind: 'text' }>, answer: Value): Result<Value> {
  if (typeof answer !== 'string') return refuse('Give a text.')
  if (answer.length > LONGEST_ANSWER) return refuse(`Give at most ${LONGEST_ANSWER.toLocaleString('en')} letters.`)
  if (!check || globToRegExp(check.pattern).test(answer)) return succeed(answer)
  return refuse(check.because === '' ? `Give a text that fits ${check.pattern}.` : check.because)
}

function readNumber(text: string): number {
  return text.trim() === '' ? Number.NaN : Number(text.trim().replace(',', '.'))
}
