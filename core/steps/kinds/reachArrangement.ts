import { desktopCount } from '../../bench'
import { countOf, listed } from '../../names'
import { choicePart, say } from '../../sentence'
import { choose, click, drag, find, NO_WORK, times, together } from '../byHand'
import { eachProgram, openedPrograms } from '../cause'
import { defineStep } from '../defineStep'
import { unsavedWords } from '../fields'
import { fault } from '../finding'
import { stepIssue } from '../issues'
import { arrangementFields, restWords } from '../wanted'
import { desktopMissing } from '../windowChoice'
import { displayIssue } from './placeWindows'

/** Makes the bench as it shall be: the steps from here to there are worked out when it is pulled. */
export const reachArrangement = defineStep({
  kind: 'bench.arrange',
  label: 'Reach an arrangement',
  help: 'Windows, devices, desktop and frames as they shall be; only what differs is done.',
  nature: 'arrangement',
  phrases: [
    { say: 'arrange [the] bench|desk|windows', gives: {} },
    { say: 'reach|make [an|the] arrangement', gives: {}, isHeardOnly: true },
  ],
  isState: true,
  fields: arrangementFields,
  fresh: { windows: [], devices: [], frames: [], rest: 'leave', unsaved: 'ask' },
  sentence({ windows, devices, frames, rest, unsaved }) {
    const parts = [
      ...(windows.length > 0 ? [countOf(windows.length, 'window')] : []),
      ...(devices.length > 0 ? [countOf(devices.length, 'setting')] : []),
      ...(frames.length > 0 ? [countOf(frames.length, 'frame')] : []),
    ]
    const what = parts.length > 0 ? listed(parts) : 'nothing yet'
    const closes = rest === 'close' ? say`, and ${choicePart('unsaved', unsaved, unsavedWords)}` : ''
    return say`Arranges ${what}, ${choicePart('rest', rest, restWords)}${closes}.`
  },
  mayCause: ({ windows, frames, rest }, bench) => {
    const wanted = windows.map(({ programId }) => programId)
    // A window that shows something else than it shall may be closed and opened anew.
    const anew = windows.filter(({ shows }) => shows).map(({ programId }) => programId)
    const closed = rest === 'close' ? Object.keys(bench.programs) : anew
    return [
      ...openedPrograms(...wanted),
      ...eachProgram('program-ends', closed),
      ...frames.flatMap(({ frameId, on }) => (on ? [{ kind: 'frame-on' as const, frameId }] : [])),
    ]
  },
  byHand: ({ windows, devices, frames }) =>
    windows.length + devices.length + frames.length === 0
      ? NO_WORK
      : together(
          times(windows.length, together(choose, drag)),
          times(devices.length, together(find, drag)),
          times(frames.length, together(find, click)),
        ),
  lint({ windows, devices, frames, rest, desktop }, bench) {
    const isEmpty = windows.length + devices.length + frames.length === 0 && rest === 'leave' && desktop === undefined
    const fronts = windows.flatMap((window, i) => (window.inFront ? [i] : []))
    return [
      ...(isEmpty ? [fault('windows', stepIssue({ code: 'nothing-chosen', what: 'a window, setting or frame' }))] : []),
      ...fronts.slice(1).map((i) => fault(`windows.${i}.inFront`, stepIssue({ code: 'front-twice' }))),
      ...windows.flatMap((window, i) => {
        const absent = window.displayId === undefined ? undefined : displayIssue(window.displayId, bench)
        const isBeyond = window.desktop !== undefined && window.desktop > desktopCount(bench)
        return [
          ...(absent ? [fault(`windows.${i}.displayId`, absent)] : []),
          ...(isBeyond ? [fault(`windows.${i}.desktop`, desktopMissing(window.desktop!, bench))] : []),
        ]
      }),
      ...(desktop !== undefined && desktop > desktopCount(bench)
        ? [fault('desktop', desktopMissing(desktop, bench))]
        : []),
    ]
  },
  perform: ({ windows, desktop, devices, frames, rest, unsaved, partly }) => ({
    kind: 'arranges',
    wanted: { windows, desktop, devices, frames, rest, unsaved, partly },
  }),
})
