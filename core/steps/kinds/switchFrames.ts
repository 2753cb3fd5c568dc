import { z } from 'zod'
import { slot } from '../../phrases'
import { own } from '../../result'
import { times, find } from '../byHand'
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
    ...(['on', 'off'] as const).flatMap((to) => [
      { say: `switch|turn [the] frame {frame} ${to}`, gives: { frameIds: [slot('frame')], to } },
      { say: `switch|turn ${to} [the] frame {frame}`, gives: { frameIds: [slot('frame')], to } },
      { say: `switch|turn [the] {frame} frame ${to}`, gives: { frameIds: [slot('frame')], to } },
      { say: `switch|turn ${to} [the] {frame} frame`, gives: { frameIds: [slot('frame')], to } },
      { say: `frame {frame} ${to}`, gives: { frameIds: [slot('frame')], to }, isHeardOnly: true as const },
      { say: `{frame} frame ${to}`, gives: { frameIds: [slot('frame')], to }, isHeardOnly: true as const },
    ]),
    { say: 'switch|toggle [the] frame {frame}', gives: { frameIds: [slot('frame')], to: 'toggle' } },
    { say: 'switch|toggle [the] {frame} frame', gives: { frameIds: [slot('frame')], to: 'toggle' } },
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
  mayCause: ({ frameIds, to }) =>
    to === 'off' ? [] : frameIds.map((frameId) => ({ kind: 'frame-on' as const, frameId })),
  byHand: ({ frameIds }) => times(Math.max(1, frameIds.length), find),
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
