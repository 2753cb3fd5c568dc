import { z } from 'zod'
import { windowTitle } from '../../bench'
import type { BenchWindow, Change, WindowMode } from '../../bench'
import { countOf } from '../../names'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { fault } from '../finding'
import { windowChoiceIssues, windowChoiceSchema, windowsInWords, windowsMeant } from '../windowChoice'

export const WINDOW_STATES = ['maximized', 'minimized', 'normal', 'other-way'] as const
type WindowTo = (typeof WINDOW_STATES)[number]

export const windowStateWords: Record<WindowTo, string> = {
  maximized: 'maximizes',
  minimized: 'minimizes',
  normal: 'restores',
  'other-way': 'maximizes or restores',
}

export const setWindows = defineStep({
  kind: 'windows.set',
  label: 'Minimize, maximize or restore windows',
  help: 'Or the other way: what is maximized is restored, and the rest maximized.',
  nature: 'program',
  fields: { which: windowChoiceSchema, to: z.enum(WINDOW_STATES) },
  fresh: { which: { kind: 'front' }, to: 'other-way' },
  sentence({ which, to }, names) {
    const words = windowStateWords[to]
    return `${words[0]!.toUpperCase()}${words.slice(1)} ${windowsInWords(which, names)}.`
  },
  lint: ({ which }, bench) => windowChoiceIssues(which, bench).map((issue) => fault('which.programId', issue)),
  perform({ which, to }, bench, context) {
    const windows = windowsMeant(which, bench, context)
    if (!windows.ok) return failed(windows.issues)
    const changes = windows.value.map((window): Change => {
      const mode = modeFor(window, to)
      return { kind: 'window.mode', windowId: window.id, mode }
    })
    const [first] = windows.value
    const what = windows.value.length === 1 ? windowTitle(bench, first!) : countOf(windows.value.length, 'window')
    const reached = windows.value.length === 1 ? modeFor(first!, to) : to
    return { kind: 'done', changes, note: `${what}: ${reached === 'other-way' ? 'the other way' : reached}.` }
  },
})

function modeFor({ mode }: BenchWindow, to: WindowTo): WindowMode {
  if (to !== 'other-way') return to
  return mode === 'maximized' ? 'normal' : 'maximized'
}
