import { z } from 'zod'
import { frontWindow, windowTitle } from '../../bench'
import { choicePart, say } from '../../sentence'
import { together, pressed, think } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { stepIssue } from '../issues'
import { windowsInSight } from '../windowChoice'

/** Next brings the undermost window in sight to the front; previous puts the one in front under all others. */
const wayWords = { next: 'next', previous: 'previous' }

export const cycleWindows = defineStep({
  kind: 'window.cycle',
  label: 'Go to the next or previous window',
  help: 'Of all on the desktop, or of the program in front only.',
  nature: 'program',
  phrases: [
    { say: '[go] [to] [the] next window', gives: { way: 'next' } },
    { say: '[go] [to] [the] previous window', gives: { way: 'previous' } },
  ],
  fields: { way: z.enum(['next', 'previous']), within: z.enum(['all', 'program']).optional() },
  fresh: { way: 'next' },
  sentence: ({ way, within }) =>
    say`Goes to the ${choicePart('way', way, wayWords)} window${within === 'program' ? ' of the program in front' : ''}.`,
  byHand: () => together(think, pressed('Alt+Tab')),
  perform({ way, within }, bench) {
    const front = frontWindow(bench)
    if (!front) return failed([stepIssue({ code: 'no-window', because: 'No window is in front.' })])
    const round = windowsInSight(bench).filter(({ programId }) => within !== 'program' || programId === front.programId)
    if (round.length < 2) return { kind: 'done', changes: [], note: 'There is no other window to go to.' }
    const target = way === 'next' ? round[0]! : round.at(-2)!
    const index = bench.stack.indexOf(round[0]!.id)
    return {
      kind: 'done',
      changes:
        way === 'next'
          ? [{ kind: 'window.raise', windowId: target.id }]
          : [{ kind: 'window.place', windowId: front.id, index, mode: front.mode }],
      note: `${windowTitle(bench, target)} is in front.`,
    }
  },
})
