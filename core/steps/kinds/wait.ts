import { z } from 'zod'
import { defineStep } from '../defineStep'
import { durationInWords } from '../duration'

export const wait = defineStep({
  kind: 'wait',
  label: 'Wait',
  help: 'A stretch of time; a restart of the server does not shorten it.',
  nature: 'message',
  fields: {
    ms: z
      .number()
      .int()
      .min(0)
      .max(24 * 3_600_000),
  },
  fresh: { ms: 1000 },
  sentence: ({ ms }) => `Waits ${durationInWords(ms)}.`,
  perform: ({ ms }, _bench, { nowMs }) => ({
    kind: 'waits',
    untilMs: nowMs + ms,
    note: `Waited ${durationInWords(ms)}.`,
  }),
})
