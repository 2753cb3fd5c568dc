import { z } from 'zod'
import { defineBlock, defineStep } from './defineStep'

/** Kinds of step that only tests have: a loop, one that throws, one that needs something fetched. */

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
  perform() {
    throw new Error('out of paper')
  },
})

const script = defineStep({
  kind: 'test.script',
  label: 'Script',
  help: '',
  nature: 'message',
  fields: {},
  fresh: {},
  sentence: () => 'Asks a script.',
  perform: (_step, _bench, { fetched }) =>
    fetched === undefined
      ? { kind: 'fetches', request: { script: '1 + 1' }, note: 'The script runs.' }
      : { kind: 'done', changes: [], note: `It said ${JSON.stringify(fetched)}.`, value: fetched },
})

export const exampleKinds = [repeat, thrower, script]
