import { z } from 'zod'
import { copyFrom, MOMENT_NAMES, momentValues, pasteInto, windowMeant } from '../../bench'
import { expandVariables } from '../../command'
import { own } from '../../result'
import { defineStep } from '../defineStep'
import { failed, namesFor } from '../effect'
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
    { say: 'copy [selection]', fields: () => ({ act: 'copy' }) },
    { say: 'paste', fields: () => ({ act: 'paste' }) },
    { say: 'clipboard {text}', fields: ({ text = '' }) => ({ act: 'put', text }) },
  ],
  fields: { act: z.enum(CLIPBOARD_ACTS), programId: programOrFrontSchema, text: templateSchema.optional() },
  gives: MOMENT_NAMES,
  fresh: { act: 'copy', programId: '' },
  sentence({ act, programId, text = '' }, names) {
    const where = programId === '' ? 'the program in front' : programName(programId, names)
    return {
      copy: `Copies what is selected in ${where}.`,
      cut: `Cuts what is selected in ${where}.`,
      paste: `Pastes into ${where}.`,
      put: say`Puts “${partOf('text', text, 'text')}” on the clipboard.`,
    }[act]
  },
  typesInto: ({ programId }) => programId,
  lint: ({ act, programId }, bench) => (act === 'put' ? [] : lintProgramId(programId, 'programId', bench)),
  perform({ act, programId, text = '' }, bench, context) {
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
    const changes = act === 'paste' ? pasteInto(bench, window) : copyFrom(bench, window, act, context)
    if (!changes.ok) return failed(changes.issues)
    const words = { copy: 'copied', cut: 'cut', paste: 'pasted' }[act]
    return { kind: 'done', changes: changes.value, note: `${name}: ${words}.` }
  },
})
