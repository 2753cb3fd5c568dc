import { z } from 'zod'
import { own } from '../../result'
import { defineStep } from '../defineStep'
import { frameIdSchema } from '../fields'
import { frameParts } from '../names'
import { choicePart, say } from '../../sentence'

const wayWords = { on: 'on', off: 'off', toggle: 'the other way' }

/** Switches frames of levers on or off, or each the other way. */
export const switchFrames = defineStep({
  kind: 'frame.switch',
  label: 'Switch a frame of levers',
  help: 'On, off, or the other way; its keys follow at once.',
  nature: 'keys',
  phrases: [
    { say: 'frame {frame} on', fields: ({ frame }) => ({ frameIds: frame ? [frame] : [], to: 'on' }) },
    { say: 'frame {frame} off', fields: ({ frame }) => ({ frameIds: frame ? [frame] : [], to: 'off' }) },
    { say: 'switch frame {frame}', fields: ({ frame }) => ({ frameIds: frame ? [frame] : [] }) },
  ],
  isState: true,
  fields: {
    frameIds: z.array(frameIdSchema).min(1, 'Choose a frame.').max(100),
    to: z.enum(['on', 'off', 'toggle']),
  },
  fresh: { frameIds: [], to: 'toggle' },
  sentence(step, names) {
    const frames = frameParts('frameIds', step.frameIds, names)
    return say`Switches ${frames} ${choicePart('to', step.to, wayWords)}.`
  },
  perform({ frameIds, to }, bench, { framesOn }) {
    const isOn = (id: string) => framesOn?.(id, bench) ?? own(bench.frameSwitches ?? {}, id) ?? false
    return {
      kind: 'done',
      changes: frameIds.map((frameId) => ({
        kind: 'frame.switch',
        frameId,
        on: to === 'toggle' ? !isOn(frameId) : to === 'on',
      })),
      note: `${frameIds.length === 1 ? 'The frame is' : 'The frames are'} switched.`,
    }
  },
})
