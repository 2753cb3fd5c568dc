import { z } from 'zod'
import { defineStep } from '../defineStep'
import { durationInWords } from '../duration'
import { partOf, say } from '../../sentence'

export const wait = defineStep({
  kind: 'wait',
  label: 'Wait',
  help: 'A stretch of time; a restart of the server does not shorten it.',
  nature: 'message',
  phrases: [{ say: 'wait|pause {duration}', fields: ({ duration = 1000 }) => ({ ms: duration }) }],
  fields: {
    ms: z
      .number()
      .int()
      .min(0)
      .max(24 * 3_600_000),
  },
  fresh: { ms: 1000 },
  sentence: ({ ms }) => say`Waits ${partOf('ms', durationInWords(ms), 'duration')}.`,
  perform: ({ ms }, _bench, { nowMs }) => ({
    kind: 'waits',
    untilMs: nowMs + ms,
    note: `Waited ${durationInWords(ms)}.`,
  }),
})
