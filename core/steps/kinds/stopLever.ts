import { z } from 'zod'
import { NO_WORK } from '../byHand'
import { defineStep } from '../defineStep'
import { choicePart, say } from '../../sentence'

export const STOPS = ['lever', 'all'] as const
export const stopWords: Record<(typeof STOPS)[number], string> = {
  lever: 'this lever',
  all: 'this lever and all that pulled it',
}

/** Ends the lever here, without a failure. */
export const stopLever = defineStep({
  kind: 'lever.stop',
  label: 'Stop',
  help: 'Ends this lever here, or all that were pulled with it.',
  nature: 'sheet',
  phrases: [
    { say: 'stop (here|this)', gives: { what: 'lever' } },
    { say: 'stop all|everything', gives: { what: 'all' } },
  ],
  fields: { what: z.enum(STOPS) },
  fresh: { what: 'lever' },
  sentence: ({ what }) => say`Stops ${choicePart('what', what, stopWords)}.`,
  byHand: () => NO_WORK,
  perform: ({ what }) => ({ kind: 'stops', what, note: `Stopped ${stopWords[what]}.` }),
})
