import { slot } from '../../phrases'
import type { Change } from '../../bench'
import { countOf } from '../../names'
import { say } from '../../sentence'
import { times, find } from '../byHand'
import { eachNamed } from '../cause'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import {
  choiceParts,
  lintChoice,
  missingIn,
  namesOfPrograms,
  programChoiceSchema,
  programsMeant,
} from '../programChoice'

export const showPrograms = defineStep({
  kind: 'programs.show',
  label: 'Show hidden programs again',
  help: 'The windows that were hidden, of these programs, of all, or of a category.',
  nature: 'program',
  phrases: [
    { say: 'show what is hidden of {which}', gives: { which: slot('which') } },
    { say: 'show what is hidden', gives: { which: { kind: 'all' } } },
    { say: 'show (everything|all) hidden (again)', gives: { which: { kind: 'all' } }, isHeardOnly: true },
  ],
  fields: { which: programChoiceSchema },
  fresh: { which: { kind: 'all' } },
  sentence: ({ which }, names) => say`Shows what is hidden of ${choiceParts('which', which, names)}.`,
  lint: ({ which }, bench, table) => lintChoice(which, bench, table),
  mayCause: ({ which }, bench) => eachNamed('front-changes', which, bench),
  byHand: ({ which }) => times(which.kind === 'these' ? Math.max(1, which.programIds.length) : 1, find),
  perform({ which }, bench, { values }) {
    const missing = missingIn(which, bench, values)
    if (missing.length > 0) return failed(missing)
    const hidden = programsMeant(which, bench, values).flatMap(({ programId, windows }) => {
      const away = windows.filter(({ mode }) => mode === 'hidden')
      return away.length > 0 ? [{ programId, windows: away }] : []
    })
    const changes = hidden.flatMap(({ windows }) =>
      windows.map(({ id }): Change => ({ kind: 'window.mode', windowId: id, mode: 'normal' })),
    )
    const names = namesOfPrograms(
      hidden.map(({ programId }) => programId),
      bench,
    )
    const note = hidden.length === 0 ? 'Nothing was hidden.' : `${countOf(hidden.length, 'program')} shown: ${names}.`
    return { kind: 'done', changes, note }
  },
})
