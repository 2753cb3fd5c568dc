import { z } from 'zod'
import { slot } from '../../phrases'
import { copyFrom, MOMENT_NAMES, momentValues, MOST_CLIPS, pasteInto, windowMeant } from '../../bench'
import { expandVariables } from '../../command'
import { own } from '../../result'
import { together, pressed, think } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { namesFor } from '../namesFor'
import { templateSchema } from '../fields'
import { lintProgramId } from '../lintParts'
import { programName } from '../names'
import { notRunning, programOrFrontSchema } from './tellProgram'
import { partOf, say } from '../../sentence'

export const CLIPBOARD_ACTS = ['copy', 'cut', 'paste', 'put'] as const

export const useClipboard = defineStep({
  kind: 'clipboard.use',
  label: 'Copy or paste',
  help: 'What is selected in a program, or all of its text; or a text of your own, put on the clipboard.',
  nature: 'keys',
  phrases: [
    { say: 'copy what is selected', gives: { act: 'copy' } },
    { say: 'copy (the) (selection)', gives: { act: 'copy' }, isHeardOnly: true },
    { say: 'copy what is selected in {program}', gives: { act: 'copy', programId: slot('program') } },
    { say: 'cut what is selected', gives: { act: 'cut' } },
    { say: 'cut (the) (selection)', gives: { act: 'cut' }, isHeardOnly: true },
    { say: 'paste (it|this)', gives: { act: 'paste' } },
    { say: 'paste into|in {program}', gives: { act: 'paste', programId: slot('program') } },
    { say: 'paste [the] second last', gives: { act: 'paste', nth: 2 } },
    { say: 'paste number {number}', gives: { act: 'paste', nth: slot('number') } },
    { say: 'paste {number}', gives: { act: 'paste', nth: slot('number') }, isHeardOnly: true },
    { say: 'put {text} on|into [the] clipboard', gives: { act: 'put', text: slot('text') } },
    { say: 'clipboard {text}', gives: { act: 'put', text: slot('text') }, isHeardOnly: true },
  ],
  fields: {
    act: z.enum(CLIPBOARD_ACTS),
    programId: programOrFrontSchema,
    text: templateSchema.optional(),
    /** Which of what was copied is pasted: 1 the last, and so when absent, 2 the second last. */
    nth: z.number().int().min(1, 'The last is 1.').max(MOST_CLIPS, `At most ${MOST_CLIPS} are kept.`).optional(),
  },
  gives: MOMENT_NAMES,
  fresh: { act: 'copy', programId: '' },
  sentence({ act, programId, text = '', nth = 1 }, names) {
    const where = programId === '' ? 'the program in front' : programName(programId, names)
    return {
      copy: `Copies what is selected in ${where}.`,
      cut: `Cuts what is selected in ${where}.`,
      paste:
        nth === 1
          ? `Pastes into ${where}.`
          : say`Pastes the ${partOf('nth', nthLast(nth), 'number')} that was copied into ${where}.`,
      put: say`Puts “${partOf('text', text, 'text')}” on the clipboard.`,
    }[act]
  },
  typesInto: ({ programId }) => programId,
  lint: ({ act, programId }, bench) => (act === 'put' ? [] : lintProgramId(programId, 'programId', bench)),
  byHand: () => together(think, pressed('Ctrl+V')),
  perform({ act, programId, text = '', nth = 1 }, bench, context) {
    if (act === 'put') {
      const names = namesFor(bench, context.values)
      const moment = momentValues(context.nowMs)
      const expanded = expandVariables(text, { ...moment, ...names.values }, names.broken)
      if (!expanded.ok) return failed(expanded.issues)
      const clip = { id: context.nextId(), text: expanded.value, atMs: context.nowMs }
      return { kind: 'done', changes: [{ kind: 'clipboard.put', clip }], note: 'The text is on the clipboard.' }
    }
    const window = windowMeant(bench, programId)
    if (!window) return failed([notRunning(bench, programId)])
    const { name } = own(bench.programs, window.programId)!
    const changes =
      act === 'paste' ? pasteInto(bench, window, nth, context.nowMs) : copyFrom(bench, window, act, context)
    if (!changes.ok) return failed(changes.issues)
    const words = { copy: 'copied', cut: 'cut', paste: 'pasted' }[act]
    return { kind: 'done', changes: changes.value, note: `${name}: ${words}.` }
  },
})

/** `last`, `second last`, `third last`, `4th last`. */
function nthLast(nth: number): string {
  const teens = nth % 100 > 10 && nth % 100 < 14
  const ending = teens ? 'th' : (['th', 'st', 'nd', 'rd'][nth % 10] ?? 'th')
  return ['last', 'second last', 'third last'][nth - 1] ?? `${nth}${ending} last`
}
