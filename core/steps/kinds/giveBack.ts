import { slot } from '../../phrases'
import { NO_WORK } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { templateSchema } from '../fields'
import { fill } from '../fill'
import { partOf, say } from '../../sentence'
import { quoted } from '../valueWords'
import { wholeValue } from './pullLever'

/** Ends the lever with a result, for the lever that pulled it or whoever else did. */
export const giveBack = defineStep({
  kind: 'lever.give',
  label: 'Give back',
  help: 'Ends the lever with a result for whoever pulled it.',
  nature: 'sheet',
  phrases: [{ say: 'give back {text}', gives: { text: slot('text') } }],
  fields: { text: templateSchema },
  fresh: { text: '' },
  sentence: ({ text }) => say`Gives back “${partOf('text', text, 'text')}”.`,
  byHand: () => NO_WORK,
  perform({ text }, bench, context) {
    const whole = wholeValue(text, context.scope ?? {})
    const value = whole === undefined ? fill(text, bench, context) : { ok: true as const, value: whole }
    if (!value.ok) return failed(value.issues)
    return { kind: 'gives', value: value.value, note: `Gave back ${quoted(value.value)}.` }
  },
})
