import { z } from 'zod'
import { slot } from '../../phrases'
import { desktopCount, desktopName, desktopNumberSchema, shownDesktop } from '../../bench'
import { choicePart, partOf, say } from '../../sentence'
import { find } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { fault } from '../finding'
import { stepIssue } from '../issues'
import { desktopMissing } from '../windowChoice'

const wayWords = {
  next: 'to the next desktop',
  previous: 'to the previous desktop',
  back: 'back to the desktop that was shown before',
}

export const goToDesktop = defineStep({
  kind: 'desktop.go',
  label: 'Go to a desktop',
  help: 'By its number, the next or the one before it, or back to the one that was shown before.',
  nature: 'program',
  phrases: [
    { say: '[go|switch] [to] {desktop}', gives: { to: { kind: 'number', desktop: slot('desktop', 1) } } },
    { say: '[go|switch] [to] [the] next desktop', gives: { to: { kind: 'next' } } },
    { say: '[go|switch] [to] [the] previous desktop', gives: { to: { kind: 'previous' } } },
    { say: 'go back to [the] desktop before', gives: { to: { kind: 'back' } } },
  ],
  fields: {
    to: z.discriminatedUnion('kind', [
      z.object({ kind: z.literal('number'), desktop: desktopNumberSchema }),
      z.object({ kind: z.enum(['next', 'previous', 'back']) }),
    ]),
  },
  fresh: { to: { kind: 'next' } },
  sentence({ to }, names) {
    if (to.kind === 'number')
      return say`Goes to desktop ${partOf('to.desktop', desktopName(names, to.desktop), 'number')}.`
    return say`Goes ${choicePart('to.kind', to.kind, wayWords)}.`
  },
  lint({ to }, bench) {
    return to.kind === 'number' && to.desktop > desktopCount(bench)
      ? [fault('to', desktopMissing(to.desktop, bench))]
      : []
  },
  byHand: () => find,
  joined: (_first, second) => (second.to.kind === 'number' ? second : undefined),
  perform({ to }, bench) {
    const count = desktopCount(bench)
    const shown = shownDesktop(bench)
    const desktop = {
      number: to.kind === 'number' ? to.desktop : 0,
      next: (shown % count) + 1,
      previous: ((shown + count - 2) % count) + 1,
      back: bench.desktops?.before,
    }[to.kind]
    if (desktop === undefined) return failed([stepIssue({ code: 'no-desktop-before' })])
    if (desktop > count) return failed([desktopMissing(desktop, bench)])
    const note = `Desktop ${desktopName(bench, desktop)} ${desktop === shown ? 'was shown already' : 'is shown'}.`
    return { kind: 'done', changes: [{ kind: 'desktop.show', desktop }], note }
  },
})
