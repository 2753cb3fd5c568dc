import dayjs from 'dayjs'
import { z } from 'zod'
import { slot } from '../../phrases'
import { controlIdSchema, documentInFront, draftOf, frontProgram, frontWindow, windowTitle } from '../../bench'
import type { BenchState } from '../../bench'
import { conditionSchema, evaluate } from '../../conditions'
import { countOf } from '../../names'
import { assertNever, fail, own, succeed } from '../../result'
import type { Result } from '../../result'
import { textOfValue } from '../../values'
import type { Value } from '../../values'
import { think } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import type { StepContext } from '../effect'
import { deviceIdSchema, templateSchema, valueNameSchema } from '../fields'
import { fill } from '../fill'
import { stepIssue } from '../issues'
import { partsIn } from '../names'
import type { Names } from '../names'
import { choicePart, partOf, say } from '../../sentence'
import type { Sentence } from '../../sentence'
import { entriesOf, entryNow, oneOf, sourceSchema } from '../sources'
import { quoted } from '../valueWords'

/** What of the window in front is meant. */
export const FRONT_PARTS = ['title', 'program', 'address', 'text', 'selection'] as const
export const frontPartWords: Record<(typeof FRONT_PARTS)[number], string> = {
  title: 'the title of the window in front',
  program: 'the program in front',
  address: 'the address or path in front',
  text: 'the text in front',
  selection: 'what is selected in front',
}

const originSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('text'), text: templateSchema }),
  z.object({ kind: z.literal('sum'), text: templateSchema }),
  /** The date or time, by the format of the library `dayjs`: `YYYY-MM-DD`, `HH:mm`; some days later. */
  z.object({
    kind: z.literal('moment'),
    format: z.string().min(1, 'Give a format, such as YYYY-MM-DD.').max(80),
    days: z.number().int().min(-36_500).max(36_500).optional(),
  }),
  z.object({ kind: z.literal('clipboard') }),
  z.object({ kind: z.literal('front'), part: z.enum(FRONT_PARTS) }),
  z.object({ kind: z.literal('control'), deviceId: deviceIdSchema, controlId: controlIdSchema }),
  z.object({ kind: z.literal('count'), source: sourceSchema }),
  z.object({ kind: z.literal('entries'), source: sourceSchema }),
  z.object({ kind: z.literal('condition'), condition: conditionSchema }),
])
export type ValueOrigin = z.infer<typeof originSchema>

export const originWords: Record<ValueOrigin['kind'], string> = {
  text: 'a text',
  sum: 'a sum',
  moment: 'the date or time',
  clipboard: 'the clipboard',
  front: 'the window in front',
  control: 'a control of a device',
  count: 'how many there are',
  entries: 'all of them as a list',
  condition: 'whether something holds',
}

/** Gives a name to a value. One that has the name already, here or around it, gets the new value. */
export const setValue = defineStep({
  kind: 'value.set',
  label: 'Set a value',
  help: 'A name for a text, a sum, the date, the clipboard, what is in front, a control, a count or a list.',
  nature: 'sheet',
  phrases: [
    { say: 'set|call {name} to|= {text}', gives: { as: slot('name'), from: { kind: 'text', text: slot('text') } } },
    { say: 'sum {name} = {text}', gives: { as: slot('name'), from: { kind: 'sum', text: slot('text') } } },
    { say: 'remember [the] clipboard as {name}', gives: { as: slot('name'), from: { kind: 'clipboard' } } },
    {
      say: 'set {name}',
      gives: { as: slot('name') },
      isTypedOnly: true,
    },
  ],
  fields: { as: valueNameSchema, from: originSchema },
  fresh: { as: 'value', from: { kind: 'text', text: '' } },
  keeps: ({ as }) => as,
  sentence: ({ as, from }, names) => say`Sets ${partOf('as', as, 'name')} to ${originIn(from, names)}.`,
  byHand: () => think,
  perform({ as, from }, bench, context) {
    const value = valueFrom(from, bench, context)
    if (!value.ok) return failed(value.issues)
    return { kind: 'done', changes: [], note: `${as} is ${quoted(value.value)}.`, value: value.value }
  },
})

function originIn(from: ValueOrigin, names: Names): Sentence {
  switch (from.kind) {
    case 'text':
      return say`“${partOf('from.text', from.text, 'text')}”`
    case 'sum':
      return say`the sum ${partOf('from.text', from.text || '…', 'text')}`
    case 'moment': {
      const days = from.days ?? 0
      const later = days === 0 ? '' : `, ${countOf(Math.abs(days), 'day')} ${days > 0 ? 'later' : 'earlier'}`
      return say`the time as ${partOf('from.format', from.format, 'text')}${later}`
    }
    case 'clipboard':
      return ['what was copied last']
    case 'front':
      return say`${choicePart('from.part', from.part, frontPartWords)}`
    case 'control': {
      const device = own(names.devices ?? {}, from.deviceId)
      const control = own(device?.controls ?? {}, from.controlId)?.name ?? from.controlId
      return [`${control} of ${device?.name ?? `the missing device “${from.deviceId}”`}`]
    }
    case 'count':
      return say`how many there are of each ${oneOf(from.source, 'from.source', names)}`
    case 'entries':
      return say`the list of each ${oneOf(from.source, 'from.source', names)}`
    case 'condition':
      return say`whether ${partsIn('from.condition', from.condition, names)}`
    default:
      return assertNever(from)
  }
}

function valueFrom(from: ValueOrigin, bench: BenchState, context: StepContext): Result<Value> {
  switch (from.kind) {
    case 'text':
      return fill(from.text, bench, context)
    case 'sum': {
      const text = fill(from.text, bench, context)
      if (!text.ok) return text
      return context.sum ? context.sum(text.value) : fail(stepIssue({ code: 'no-sums' }))
    }
    case 'moment':
      return succeed(
        dayjs(context.nowMs)
          .add(from.days ?? 0, 'day')
          .format(from.format),
      )
    case 'clipboard': {
      const [clip] = bench.clipboard ?? []
      return clip ? succeed(clip.text) : fail(stepIssue({ code: 'nothing-there', what: 'nothing on the clipboard' }))
    }
    case 'front':
      return fromFront(from.part, bench)
    case 'control': {
      const control = own(own(bench.devices, from.deviceId)?.controls ?? {}, from.controlId)
      if (!control) return fail(stepIssue({ code: 'nothing-there', what: `no control “${from.controlId}”` }))
      return succeed(control.value)
    }
    case 'count': {
      const entries = entriesOf(from.source, bench, context)
      return entries.ok ? succeed(entries.value.length) : entries
    }
    case 'entries': {
      const entries = entriesOf(from.source, bench, context)
      return entries.ok ? succeed(entries.value.flatMap((kept) => entryNow(from.source, kept, bench) ?? [])) : entries
    }
    case 'condition': {
      const { nowMs, minuteOfDay, values } = context
      return succeed(evaluate(from.condition, bench, { nowMs, minuteOfDay, values }).holds)
    }
    default:
      return assertNever(from)
  }
}

function fromFront(part: (typeof FRONT_PARTS)[number], bench: BenchState): Result<Value> {
  const window = frontWindow(bench)
  if (!window) return fail(stepIssue({ code: 'nothing-there', what: 'no window in front' }))
  const document = documentInFront(window.content)
  switch (part) {
    case 'title':
      return succeed(windowTitle(bench, window))
    case 'program':
      return succeed(textOfValue(frontProgram(bench)?.name ?? window.programId))
    case 'address':
      return document ? succeed(document.path) : fail(stepIssue({ code: 'nothing-there', what: 'nothing open in it' }))
    case 'text':
    case 'selection': {
      if (!document) return fail(stepIssue({ code: 'nothing-there', what: 'no text in front' }))
      const { text, cursor, anchor = cursor } = draftOf(bench, document)
      return succeed(part === 'text' ? text : text.slice(Math.min(cursor, anchor), Math.max(cursor, anchor)))
    }
    default:
      return assertNever(part)
  }
}
