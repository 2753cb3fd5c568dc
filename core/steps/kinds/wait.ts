import { z } from 'zod'
import { slot } from '../../phrases'
import { NO_WORK } from '../byHand'
import { defineStep } from '../defineStep'
import { durationInWords, parseDuration } from '../duration'
import { failed } from '../effect'
import { templateSchema } from '../fields'
import { fill } from '../fill'
import { fault } from '../finding'
import { stepIssue } from '../issues'
import { partOf, say } from '../../sentence'

const LONGEST_MS = 24 * 3_600_000

export const wait = defineStep({
  kind: 'wait',
  label: 'Wait',
  help: 'A stretch of time, also one that a value has; a restart of the server does not shorten it.',
  nature: 'message',
  phrases: [
    { say: 'wait|pause (for) {duration}', gives: { ms: slot('duration') } },
    { say: 'in|after {duration}', gives: { ms: slot('duration') }, isHeardOnly: true },
  ],
  fields: {
    ms: z.number().int().min(0).max(LONGEST_MS),
    /** How long it is in words, in place of `ms`: `${minutes} min`. */
    text: templateSchema.optional(),
  },
  fresh: { ms: 1000 },
  sentence: ({ ms, text }) =>
    text === undefined
      ? say`Waits ${partOf('ms', durationInWords(ms), 'duration')}.`
      : say`Waits ${partOf('text', text === '' ? '…' : text, 'text')}.`,
  lint({ text }) {
    if (text === undefined || text.includes('$') || parseDuration(text) !== undefined) return []
    return [fault('text', stepIssue({ code: 'no-duration', text }))]
  },
  byHand: () => NO_WORK,
  perform({ ms, text }, bench, context) {
    const said = text === undefined ? undefined : fill(text, bench, context)
    if (said && !said.ok) return failed(said.issues)
    const forMs = said ? parseDuration(said.value) : ms
    if (forMs === undefined || forMs > LONGEST_MS)
      return failed([stepIssue({ code: 'no-duration', text: said?.value ?? '' }, 'text')])
    return { kind: 'waits', untilMs: context.nowMs + forMs, note: `Waited ${durationInWords(forMs)}.` }
  },
})
