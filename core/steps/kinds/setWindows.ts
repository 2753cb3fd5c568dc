import { z } from 'zod'
import { slot } from '../../phrases'
import { raiseIn, windowTitle } from '../../bench'
import type { BenchWindow, Change, WindowMode } from '../../bench'
import { countOf } from '../../names'
import { find } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { fault } from '../finding'
import { windowChoiceIssues, windowChoiceSchema, windowParts, windowsMeant, withInstead } from '../windowChoice'
import { choicePart, say } from '../../sentence'

export const WINDOW_STATES = ['front', 'maximized', 'minimized', 'hidden', 'normal', 'other-way'] as const
type WindowTo = (typeof WINDOW_STATES)[number]

export const windowStateWords: Record<WindowTo, string> = {
  front: 'brings to the front',
  maximized: 'maximizes',
  minimized: 'minimizes',
  hidden: 'hides',
  normal: 'restores',
  'other-way': 'maximizes or restores',
}

/** In the words of windows. */
const WINDOW_WORDS = [
  ['maximize|enlarge', 'maximized'],
  ['minimize|shrink', 'minimized'],
  ['restore', 'normal'],
] as const

export const setWindows = defineStep({
  kind: 'windows.set',
  label: 'Minimize, maximize, restore or raise windows',
  help: 'Or the other way: what is maximized is restored, and the rest maximized.',
  nature: 'program',
  phrases: [
    ...WINDOW_WORDS.map(([words, to]) => ({ say: `${words} {shown}`, gives: { which: slot('shown'), to } })),
    { say: 'bring {windows} to [the] front', gives: { which: slot('windows'), to: 'front' } },
    { say: 'maximize', gives: { which: { kind: 'front' }, to: 'maximized' }, isHeardOnly: true },
    { say: 'minimize', gives: { which: { kind: 'front' }, to: 'minimized' }, isHeardOnly: true },
  ],
  fields: { which: windowChoiceSchema, to: z.enum(WINDOW_STATES) },
  fresh: { which: { kind: 'front' }, to: 'other-way' },
  sentence({ which, to }, names) {
    const windows = windowParts('which', which, names)
    if (to === 'front') return say`Brings ${windows} to the front.`
    const words = windowStateWords[to]
    const said = `${words[0]!.toUpperCase()}${words.slice(1)}`
    return say`${choicePart('to', to, windowStateWords, said)} ${windows}.`
  },
  lint: ({ which }, bench) => windowChoiceIssues(which, bench).map((issue) => fault('which.programId', issue)),
  mayCause: ({ which, to }) =>
    to === 'front' && (which.kind === 'program' || which.kind === 'meant')
      ? [{ kind: 'front-changes', programId: which.programId }]
      : [],
  byHand: () => find,
  perform({ which, to }, bench, context) {
    const windows = windowsMeant(which, bench, context)
    if (!windows.ok) return failed(windows.issues)
    // The topmost of them is the last one to be raised.
    const changes =
      to === 'front'
        ? windows.value.toReversed().flatMap((window) => raiseIn(bench, window.id))
        : windows.value.map((window): Change => ({
            kind: 'window.mode',
            windowId: window.id,
            mode: modeFor(window, to),
          }))
    const [first] = windows.value
    const what = windows.value.length === 1 ? windowTitle(bench, first!) : countOf(windows.value.length, 'window')
    const reached = to === 'other-way' && windows.value.length === 1 ? modeFor(first!, to) : to
    return { kind: 'done', changes, note: withInstead(which, bench, `${what}: ${reachedWords[reached]}.`) }
  },
})

const reachedWords: Record<WindowTo, string> = {
  front: 'in front',
  maximized: 'maximized',
  minimized: 'minimized',
  hidden: 'hidden',
  normal: 'at its normal size',
  'other-way': 'the other way',
}

function modeFor({ mode }: BenchWindow, to: Exclude<WindowTo, 'front'>): WindowMode {
  if (to !== 'other-way') return to
  return mode === 'maximized' ? 'normal' : 'maximized'
}
