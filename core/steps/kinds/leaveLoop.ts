import { z } from 'zod'
import { NO_WORK } from '../byHand'
import { defineStep } from '../defineStep'
import { choicePart, say } from '../../sentence'

export const ROUND_ENDS = ['next', 'end'] as const
export const roundEndWords: Record<(typeof ROUND_ENDS)[number], string> = {
  next: 'Goes on with the next round',
  end: 'Leaves the loop',
}

/** Ends the round of the loop around it, or the loop. */
export const leaveLoop = defineStep({
  kind: 'loop.leave',
  label: 'Leave a loop',
  help: 'The loop around it ends here, or goes on with its next round.',
  nature: 'sheet',
  phrases: [
    { say: '[go] [on] [with] [the] next round', gives: { to: 'next' } },
    { say: 'leave [the] loop', gives: { to: 'end' } },
  ],
  isOfLoop: true,
  fields: { to: z.enum(ROUND_ENDS) },
  fresh: { to: 'next' },
  sentence: ({ to }) => say`${choicePart('to', to, roundEndWords)}.`,
  byHand: () => NO_WORK,
  perform: ({ to }) => ({ kind: 'leaves-round', to, note: `${roundEndWords[to]}.` }),
})
