import { z } from 'zod'
import { slot } from '../../phrases'
import { NO_WORK } from '../byHand'
import { defineStep } from '../defineStep'
import { partOf, say } from '../../sentence'

/** A text between the rows of a sheet. It is read, and never done. */
export const noteRow = defineStep({
  kind: 'note',
  label: 'Note',
  help: 'A text that stands between the steps and does nothing.',
  nature: 'message',
  phrases: [{ say: 'note {text}', gives: { text: slot('text') } }],
  isNote: true,
  fields: { text: z.string().max(2000) },
  fresh: { text: '' },
  sentence: ({ text }) => say`${partOf('text', text || '…', 'text')}`,
  byHand: () => NO_WORK,
  perform: () => ({ kind: 'done', changes: [], note: '' }),
})
