import { z } from 'zod'
import { assertNever, fail, succeed } from '../../result'
import type { Result } from '../../result'
import type { Value } from '../../values'
import { together, find, think } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { templateSchema, valueNameSchema } from '../fields'
import { fill } from '../fill'
import { stepIssue } from '../issues'
import { choicePart, partOf, say } from '../../sentence'
import type { Sentence } from '../../sentence'
import { quoted } from '../valueWords'

export const LETTER_CASES = ['upper', 'lower', 'title', 'sentence'] as const
export const letterCaseWords: Record<(typeof LETTER_CASES)[number], string> = {
  upper: 'capitals',
  lower: 'small letters',
  title: 'a capital in front of each word',
  sentence: 'a capital in front',
}

const mark = z.string().min(1, 'Say where it is cut.').max(1000)

const workSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.enum(['before', 'after']), mark }),
  z.object({ kind: z.literal('between'), mark, end: mark }),
  /** Letters by their number, counted from 1; from the end where it is below nothing. */
  z.object({ kind: z.literal('letters'), from: z.number().int(), to: z.number().int() }),
  /** A list of the parts; by its lines where `by` is empty. */
  z.object({ kind: z.literal('split'), by: z.string().max(1000) }),
  z.object({
    kind: z.literal('replace'),
    find: z.string().min(1, 'Say what is replaced.').max(1000),
    by: templateSchema,
    isPattern: z.boolean().optional(),
  }),
  z.object({ kind: z.literal('case'), to: z.enum(LETTER_CASES) }),
  z.object({ kind: z.literal('trim') }),
  z.object({ kind: z.literal('number') }),
])
export type TextWork = z.infer<typeof workSchema>

export const textWorkWords: Record<TextWork['kind'], string> = {
  before: 'what stands before a mark',
  after: 'what stands after a mark',
  between: 'what stands between two marks',
  letters: 'letters by their number',
  split: 'its parts, as a list',
  replace: 'with something replaced',
  case: 'in other letters',
  trim: 'without spaces around it',
  number: 'the first number in it',
}

/** Cuts, splits, replaces or changes a text, and gives a name to what comes of it. */
export const workText = defineStep({
  kind: 'text.work',
  label: 'Cut or change a text',
  help: 'Before or after a mark, split, replace, capitals; what comes of it has a name.',
  nature: 'sheet',
  phrases: [{ say: 'cut text', gives: {}, isHeardOnly: true }],
  fields: { as: valueNameSchema, text: templateSchema, work: workSchema },
  fresh: { as: 'text', text: '', work: { kind: 'before', mark: ' ' } },
  keeps: ({ as }) => as,
  sentence: ({ as, text, work }) =>
    say`Sets ${partOf('as', as, 'name')} to “${partOf('text', text, 'text')}”, ${workIn(work)}.`,
  byHand: () => together(think, find),
  perform({ as, text, work }, bench, context) {
    const filled = fill(text, bench, context)
    if (!filled.ok) return failed(filled.issues)
    const by = work.kind === 'replace' ? fill(work.by, bench, context) : succeed('')
    if (!by.ok) return failed(by.issues)
    const value = worked(filled.value, work, by.value)
    if (!value.ok) return failed(value.issues)
    return { kind: 'done', changes: [], value: value.value, note: `${as} is ${quoted(value.value)}.` }
  },
})

function workIn(work: TextWork): Sentence {
  switch (work.kind) {
    case 'before':
      return say`up to “${partOf('work.mark', work.mark, 'text')}”`
    case 'after':
      return say`from behind “${partOf('work.mark', work.mark, 'text')}”`
    case 'between':
      return say`between “${partOf('work.mark', work.mark, 'text')}” and “${partOf('work.end', work.end, 'text')}”`
    case 'letters':
      return say`letters ${partOf('work.from', String(work.from), 'number')} to ${partOf('work.to', String(work.to), 'number')}`
    case 'split':
      return say`split ${work.by === '' ? 'into lines' : say`at each “${partOf('work.by', work.by, 'text')}”`}`
    case 'replace':
      return say`with “${partOf('work.find', work.find, 'text')}” replaced by “${partOf('work.by', work.by, 'text')}”`
    case 'case':
      return say`in ${choicePart('work.to', work.to, letterCaseWords)}`
    case 'trim':
      return ['without spaces around it']
    case 'number':
      return ['only the first number in it']
    default:
      return assertNever(work)
  }
}

function worked(text: string, work: TextWork, by: string): Result<Value> {
  switch (work.kind) {
    case 'before': {
      const at = text.indexOf(work.mark)
      return succeed(at < 0 ? text : text.slice(0, at))
    }
    case 'after': {
      const at = text.indexOf(work.mark)
      return succeed(at < 0 ? '' : text.slice(at + work.mark.length))
    }
    case 'between': {
      const at = text.indexOf(work.mark)
      if (at < 0) return succeed('')
      const rest = text.slice(at + work.mark.length)
      const end = rest.indexOf(work.end)
      return succeed(end < 0 ? '' : rest.slice(0, end))
    }
    case 'letters':
      return succeed(lettersOf(text, work.from, work.to))
    case 'split':
      return succeed(work.by === '' ? text.split(/\r\n|\n|\r/) : text.split(work.by))
    case 'replace':
      return replaced(text, work, by)
    case 'case':
      return succeed(inCase(text, work.to))
    case 'trim':
      return succeed(text.trim())
    case 'number': {
      const number = /-?\d+(?:[.,]\d+)?/.exec(text)?.[0]
      return number === undefined
        ? fail(stepIssue({ code: 'no-number', text }))
        : succeed(Number(number.replace(',', '.')))
    }
    default:
      return assertNever(work)
  }
}

/** Whole characters, not halves of them. */
function lettersOf(text: string, from: number, to: number): string {
  const letters = [...text]
  const at = (number: number) => (number < 0 ? letters.length + number + 1 : number)
  return letters.slice(Math.max(0, at(from) - 1), Math.max(0, at(to))).join('')
}

/**
 * `*` and `?` in a pattern stand for any letters but line breaks, and for one: as few as will do, but at the end of the
 * pattern all to the end of the line.
 */
function replaced(
  text: string,
  { find, isPattern }: Extract<TextWork, { kind: 'replace' }>,
  by: string,
): Result<Value> {
  if (!isPattern) return succeed(text.split(find).join(by))
  const [body, tail] = find.endsWith('*') ? [find.replace(/\*+$/, ''), '[^\\n]*'] : [find, '']
  const pattern = body.replace(/[.+^${}()|[\]\\*?]/g, (sign) => {
    if (sign === '*') return '[^\\n]*?'
    return sign === '?' ? '[^\\n]' : `\\${sign}`
  })
  // What would fit nothing, too, would be found once more behind each line.
  return succeed(text.replace(new RegExp(pattern === '' ? '[^\\n]+' : pattern + tail, 'gu'), () => by))
}

function inCase(text: string, to: (typeof LETTER_CASES)[number]): string {
  switch (to) {
    case 'upper':
      return text.toLocaleUpperCase('en')
    case 'lower':
      return text.toLocaleLowerCase('en')
    case 'title':
      return text.replace(
        /(^|[\s\-/(])(\p{L})/gu,
        (_, before: string, letter: string) => before + letter.toLocaleUpperCase('en'),
      )
    case 'sentence':
      return text.replace(/\p{L}/u, (letter) => letter.toLocaleUpperCase('en'))
  }
}
