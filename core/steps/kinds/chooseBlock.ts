import { z } from 'zod'
import { slot } from '../../phrases'
import { countOf } from '../../names'
import { defineBlock } from '../defineStep'
import { templateSchema } from '../fields'
import { fill } from '../fill'
import { partOf, say } from '../../sentence'
import { quoted } from '../valueWords'

/** Does the steps of the case that a value is, else the steps of `otherwise`. Capitals do not matter. */
export const chooseBlock = defineBlock({
  kind: 'choose',
  label: 'By the value of',
  help: 'Steps by what a value is: one list for each case, and one for all others.',
  nature: 'sheet',
  phrases: [{ say: 'by value [of] {text}', gives: { text: slot('text') }, isHeardOnly: true }],
  fields: (list) => ({
    text: templateSchema,
    cases: z
      .array(z.object({ values: z.array(templateSchema).min(1, 'Say what it may be.').max(50), steps: list }))
      .min(1, 'Give it a case.')
      .max(50),
    otherwise: list.optional(),
  }),
  fresh: { text: '', cases: [{ values: [''], steps: [] }] },
  sentence: ({ text, cases }) =>
    say`By the value of ${partOf('text', text || '…', 'text')}, one of ${countOf(cases.length, 'case')}.`,
  head({ text, cases }, list) {
    if (list === 'otherwise') return 'Else'
    const at = Number(list.split('.')[1])
    const [first = '', ...more] = cases[at]?.values ?? []
    const rest = more.map((value, i) => `${i < more.length - 1 ? ', ' : ' or '}“${value}”`).join('')
    const value = say`“${partOf(`cases.${at}.values.0`, first, 'text')}”${rest}`
    return at === 0 ? say`If ${partOf('text', text || '…', 'text')} is ${value}` : say`If it is ${value}`
  },
  children: ({ cases, otherwise }) => [
    ...cases.map(({ steps }, i) => ({ list: `cases.${i}.steps`, steps })),
    ...(otherwise ? [{ list: 'otherwise', steps: otherwise }] : []),
  ],
  next({ text, cases, otherwise }, place, bench, context) {
    if (place.at === 'end') return { kind: 'leave', because: '' }
    const filled = fill(text, bench, context)
    if (!filled.ok) return { kind: 'fail', issue: filled.issues[0]! }
    const wanted = filled.value.trim().toLocaleLowerCase('en')
    const because = `it is ${quoted(filled.value)}`
    for (const [i, { values }] of cases.entries()) {
      for (const value of values) {
        const known = fill(value, bench, context)
        if (!known.ok) return { kind: 'fail', issue: known.issues[0]! }
        if (known.value.trim().toLocaleLowerCase('en') === wanted)
          return { kind: 'enter', list: `cases.${i}.steps`, because }
      }
    }
    return otherwise ? { kind: 'enter', list: 'otherwise', because } : { kind: 'leave', because }
  },
})
