import { z } from 'zod'
import { EMPTY_TREE } from '../bench'
import { didYouMean, listed } from '../names'
import { fail, own, succeed } from '../result'
import type { Issue, Result } from '../result'
import { readAnswer, valueNameSchema } from '../steps'
import type { Asked } from '../steps'
import type { Value } from '../values'

/** What an input is; `any` is a value with all its parts, such as a row that was looked up. */
export const INPUT_KINDS = ['text', 'number', 'yes-no', 'date', 'choice', 'any'] as const
export type InputKind = (typeof INPUT_KINDS)[number]
export const inputKindWords: Record<InputKind, string> = {
  text: 'a text',
  number: 'a number',
  'yes-no': 'yes or no',
  date: 'a date',
  choice: 'one of a list',
  any: 'any value',
}

/** What a lever can be given under a name. Without a standard value it has to be given. */
export const leverInputSchema = z.object({
  name: valueNameSchema,
  kind: z.enum(INPUT_KINDS),
  standard: z.string().max(4096).optional(),
  /** What a `choice` is chosen from. */
  choices: z.array(z.string().trim().min(1).max(200)).max(200, 'At most 200 choices.').optional(),
})
export type LeverInput = z.infer<typeof leverInputSchema>

export const leverInputsSchema = z
  .array(leverInputSchema)
  .max(50)
  .superRefine((inputs, context) => {
    for (const [i, input] of inputs.entries()) {
      const { name, kind, standard, choices = [] } = input
      if (inputs.findIndex((other) => other.name === name) < i)
        context.addIssue({ code: 'custom', path: [i, 'name'], message: `Another input is called ${name}.` })
      if (kind === 'choice' && choices.length === 0)
        context.addIssue({
          code: 'custom',
          path: [i, 'choices'],
          message: 'Write what it is chosen from, a line each.',
        })
      const read = standard === undefined ? undefined : readInput(input, standard)
      if (read && !read.ok)
        context.addIssue({ code: 'custom', path: [i, 'standard'], message: read.issues[0]!.message })
    }
  })

/**
 * What a lever is given, by the kinds of its inputs, with the standard values of those that are not. Issues:
 * `input-missing`, `input-unknown` and `input-refused`, each `at` the name of the input.
 */
export function readInputs(
  inputs: readonly LeverInput[],
  given: Readonly<Record<string, Value>>,
): Result<Record<string, Value>> {
  const issues: Issue[] = []
  const values: Record<string, Value> = {}
  const names = inputs.map(({ name }) => name)
  for (const name of Object.keys(given)) {
    if (!names.includes(name)) {
      const known = names.length === 0 ? 'It is given nothing.' : `It takes ${names.join(', ')}.`
      const message = `There is no input named “${name}”.${didYouMean(name, names) || ` ${known}`}`
      issues.push({ code: 'input-unknown', message, at: name })
    }
  }
  for (const input of inputs) {
    const { name, kind, standard } = input
    const raw = own(given, name) ?? standard
    if (raw === undefined) {
      issues.push({ code: 'input-missing', message: `It needs ${name}: ${inputKindWords[kind]}.`, at: name })
      continue
    }
    const value = readInput(input, raw)
    if (value.ok) values[name] = value.value
    else issues.push({ code: 'input-refused', message: `${name}: ${value.issues[0]!.message}`, at: name })
  }
  return issues.length > 0 ? fail(...issues) : succeed(values)
}

/** A value as one input takes it. Issues: `input-refused`. */
export function readInput({ kind, choices = [] }: LeverInput, value: Value): Result<Value> {
  if (kind === 'any') return succeed(value)
  if (kind === 'choice') return oneOf(choices, value)
  // A text of digits is a number to a text, too.
  const raw = kind === 'text' && (typeof value === 'number' || typeof value === 'boolean') ? String(value) : value
  const question: Asked = { kind, text: '' }
  return readAnswer(question, raw, NO_FILES)
}

/** Capitals do not matter; what comes back is written as in the list. */
function oneOf(choices: readonly string[], value: Value): Result<Value> {
  const wanted = typeof value === 'string' ? value.trim().toLowerCase() : ''
  const choice = choices.find((known) => known.toLowerCase() === wanted)
  if (choice !== undefined) return succeed(choice)
  const guess = didYouMean(wanted, choices) || ` Choose ${listed(choices.slice(0, 8))}.`
  return fail({
    code: 'input-refused',
    message: `“${typeof value === 'string' ? value : '?'}” is none of the list.${guess}`,
  })
}

/** No input is a file that has to be there. */
const NO_FILES = { files: EMPTY_TREE }
