import { z } from 'zod'
import { slot } from '../../phrases'
import type { Change } from '../../bench'
import { choicePart, say } from '../../sentence'
import { times, find } from '../byHand'
import { defineStep } from '../defineStep'
import { frameIdSchema } from '../fields'
import { frameParts } from '../names'

/** What tonight is about stands first. */
const wayWords = { top: 'to the top', back: 'back to its place', toggle: 'to the top, or back to its place' }

export const liftFrames = defineStep({
  kind: 'frame.lift',
  label: 'Bring a frame of levers to the top',
  help: 'Before all other frames in the lists of levers; back to its place; or the other way.',
  nature: 'keys',
  phrases: [
    { say: 'bring [the] frame {frame} to [the] top', gives: { frameIds: [slot('frame')], to: 'top' } },
    { say: 'take [the] frame {frame} back', gives: { frameIds: [slot('frame')], to: 'back' } },
    { say: 'lift|top frame {frame}', gives: { frameIds: [slot('frame')], to: 'top' }, isHeardOnly: true },
  ],
  isState: true,
  fields: {
    frameIds: z.array(frameIdSchema).min(1, 'Choose a frame.').max(100),
    to: z.enum(['top', 'back', 'toggle']),
  },
  fresh: { frameIds: [], to: 'top' },
  sentence({ frameIds, to }, names) {
    const frames = frameParts('frameIds', frameIds, names)
    const verb = to === 'back' ? 'Takes' : 'Brings'
    return say`${verb} ${frames} ${choicePart('to', to, wayWords)}.`
  },
  byHand: ({ frameIds }) => times(Math.max(1, frameIds.length), find),
  perform({ frameIds, to }, { liftedFrames = [] }) {
    const changes = frameIds.map((frameId, i): Change => {
      const isUp = liftedFrames.includes(frameId)
      const goesUp = to === 'toggle' ? !isUp : to === 'top'
      return { kind: 'frame.lift', frameId, index: goesUp ? i : null }
    })
    return { kind: 'done', changes, note: to === 'back' ? 'Back in its place.' : 'It stands as asked.' }
  },
})
