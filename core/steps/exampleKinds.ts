import { z } from 'zod'
import { defineBlock, defineStep } from './defineStep'

/** Kinds of step that only tests have: a loop, and one that throws. */

const repeat = defineBlock({
  kind: 'test.repeat',
  label: 'Repeat',
  help: '',
  nature: 'sheet',
  fields: (list) => ({ times: z.number(), steps: list }),
  fresh: { times: 1, steps: [] },
  sentence: ({ times }) => `Does it ${times} times.`,
  children: ({ steps }) => [{ list: 'steps', steps }],
  gives: () => [['round', []]],
  next({ times }, place) {
    const round = place.at === 'end' ? Number(place.state) + 1 : 1
    if (round > times) return { kind: 'leave', because: '' }
    return { kind: 'enter', list: 'steps', state: round, values: { round: String(round) }, because: '' }
  },
})

const thrower = defineStep({
  kind: 'test.throws',
  label: 'Throw',
  help: '',
  nature: 'message',
  fields: {},
  fresh: {},
  sentence: () => 'Throws something.',
  byHand: () => undefined,
  perform() {
    throw new Error('out of paper')
  },
})

export const exampleKinds = [repeat, thrower]
