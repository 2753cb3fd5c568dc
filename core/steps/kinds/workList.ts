import { z } from 'zod'
import { byName, globToRegExp } from '../../bench'
import { assertNever, fail, own, succeed } from '../../result'
import type { Result } from '../../result'
import { isSameValue, listOf, textOfValue, valueAt } from '../../values'
import type { Value } from '../../values'
import { together, find, think } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import type { StepContext } from '../effect'
import { templateSchema, valueNameSchema, valuePathSchema } from '../fields'
import { fill } from '../fill'
import { stepIssue } from '../issues'
import { partOf, say } from '../../sentence'
import type { Sentence } from '../../sentence'
import { quoted } from '../valueWords'

const part = z.string().max(60).default('')
const count = z.number().int().min(1, 'At least one.').max(100_000).optional()

const workSchema = z.discriminatedUnion('kind', [
  /** One entry, or with a count a list of so many. */
  z.object({ kind: z.enum(['first', 'last']), count }),
  /** By a part of each entry, or by the entry as it reads. */
  z.object({ kind: z.literal('sorted'), by: part, isDown: z.boolean().optional() }),
  z.object({ kind: z.literal('reversed') }),
  z.object({ kind: z.literal('distinct'), by: part }),
  /** Those that fit a pattern with `*` and `?`. */
  z.object({ kind: z.literal('matching'), by: part, pattern: templateSchema }),
  z.object({ kind: z.literal('part'), by: z.string().min(1, 'Say which part.').max(60) }),
  z.object({ kind: z.literal('joined'), mark: z.string().max(1000) }),
  z.object({ kind: z.literal('with'), text: templateSchema }),
])
export type ListWork = z.infer<typeof workSchema>

export const listWorkWords: Record<ListWork['kind'], string> = {
  first: 'the first',
  last: 'the last',
  sorted: 'sorted',
  reversed: 'the other way round',
  distinct: 'without duplicates',
  matching: 'those that match',
  part: 'a part of each',
  joined: 'joined into a text',
  with: 'with one more',
}

/** Takes from a list, sorts it, joins it, and gives a name to what comes of it. */
export const workList = defineStep({
  kind: 'list.work',
  label: 'Take from a list',
  help: 'First, last, sorted, without duplicates, those that match, joined into a text.',
  nature: 'sheet',
  phrases: [{ say: 'take list', gives: {}, isHeardOnly: true }],
  fields: { as: valueNameSchema, list: valuePathSchema, work: workSchema },
  fresh: { as: 'first', list: 'list', work: { kind: 'first' } },
  keeps: ({ as }) => as,
  sentence: ({ as, list, work }) =>
    say`Sets ${partOf('as', as, 'name')} to ${workIn(work, say`${partOf('list', list, 'name')}`)}.`,
  byHand: () => together(think, find),
  perform({ as, list, work }, bench, context) {
    const value = listNamed(list, bench.folders, context)
    if (!value.ok) return failed(value.issues)
    const text = work.kind === 'matching' ? work.pattern : work.kind === 'with' ? work.text : ''
    const filled = fill(text, bench, context)
    if (!filled.ok) return failed(filled.issues)
    const after = worked(value.value, work, filled.value)
    if (!after.ok) return failed(after.issues)
    return { kind: 'done', changes: [], value: after.value, note: `${as} is ${quoted(after.value)}.` }
  },
})

function listNamed(
  name: string,
  folders: Readonly<Record<string, string>>,
  { scope = {}, values }: StepContext,
): Result<Value[]> {
  const value = valueAt(scope, name) ?? own(values?.values ?? {}, name) ?? own(folders, name)
  if (value !== undefined) return succeed(listOf(value))
  return fail(stepIssue({ code: 'value-missing', name, known: Object.keys(scope) }, 'list'))
}

function workIn(work: ListWork, list: Sentence): Sentence {
  switch (work.kind) {
    case 'first':
    case 'last':
      return work.count === undefined
        ? say`the ${work.kind} of ${list}`
        : say`the ${work.kind} ${partOf('work.count', String(work.count), 'number')} of ${list}`
    case 'sorted':
      return say`${list}, sorted${work.by === '' ? '' : ` by ${work.by}`}${work.isDown ? ', downwards' : ''}`
    case 'reversed':
      return say`${list}, the other way round`
    case 'distinct':
      return say`${list} without duplicates${work.by === '' ? '' : ` of ${work.by}`}`
    case 'matching':
      return say`those of ${list} whose ${work.by === '' ? 'text' : work.by} fits “${partOf('work.pattern', work.pattern, 'text')}”`
    case 'part':
      return say`the part ${partOf('work.by', work.by, 'text')} of each of ${list}`
    case 'joined':
      return say`${list}, joined with “${partOf('work.mark', work.mark, 'text')}”`
    case 'with':
      return say`${list} with “${partOf('work.text', work.text, 'text')}” after it`
    default:
      return assertNever(work)
  }
}

/** A part of an entry; the entry itself where no part is named. */
function partOfEntry(entry: Value, by: string): Value {
  if (by === '') return entry
  return typeof entry === 'object' && entry !== null && !Array.isArray(entry) ? (own(entry, by) ?? null) : null
}

function worked(list: readonly Value[], work: ListWork, text: string): Result<Value> {
  switch (work.kind) {
    case 'first':
    case 'last': {
      if (work.count !== undefined)
        return succeed(work.kind === 'first' ? list.slice(0, work.count) : list.slice(-work.count))
      const entry = work.kind === 'first' ? list[0] : list.at(-1)
      return entry === undefined
        ? fail(stepIssue({ code: 'nothing-there', what: 'nothing in the list' }))
        : succeed(entry)
    }
    case 'sorted': {
      const way = work.isDown ? -1 : 1
      const key = (entry: Value) => partOfEntry(entry, work.by)
      return succeed([...list].sort((a, b) => way * compare(key(a), key(b))))
    }
    case 'reversed':
      return succeed([...list].reverse())
    case 'distinct':
      return succeed(withoutDuplicates(list, work.by))
    case 'matching': {
      const fits = globToRegExp(text)
      return succeed(list.filter((entry) => fits.test(textOfValue(partOfEntry(entry, work.by)))))
    }
    case 'part':
      return succeed(list.map((entry) => partOfEntry(entry, work.by)))
    case 'joined':
      return succeed(list.map(textOfValue).join(work.mark))
    case 'with':
      return succeed([...list, text])
    default:
      return assertNever(work)
  }
}

function compare(one: Value, other: Value): number {
  if (typeof one === 'number' && typeof other === 'number') return one - other
  return byName.compare(textOfValue(one), textOfValue(other))
}

/** The first of each; the same text is met in one look-up, and only records are compared part by part. */
function withoutDuplicates(list: readonly Value[], by: string): Value[] {
  const seen = new Map<string, Value[]>()
  return list.filter((entry) => {
    const key = partOfEntry(entry, by)
    const alike = seen.get(textOfValue(key)) ?? []
    if (alike.some((other) => isSameValue(other, key))) return false
    seen.set(textOfValue(key), [...alike, key])
    return true
  })
}
