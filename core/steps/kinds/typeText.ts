import { slot } from '../../phrases'
import { draftOf, MOMENT_NAMES, momentValues, typeInto, windowMeant, writingIn } from '../../bench'
import type { BenchState } from '../../bench'
import { expandVariables } from '../../command'
import { countOf } from '../../names'
import { own } from '../../result'
import { typed } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { namesFor } from '../namesFor'
import { LONGEST_TEXT, requiredTemplate } from '../fields'
import { fault } from '../finding'
import type { StepFinding } from '../finding'
import { stepIssue } from '../issues'
import { lintProgramId } from '../lintParts'
import { programPart } from '../names'
import { notRunning, programOrFrontSchema } from './tellProgram'
import { partOf, say } from '../../sentence'

export const typeText = defineStep({
  kind: 'text.type',
  label: 'Type a text',
  help: 'A symbol that the keyboard lacks, or a template with the date and named values, where the cursor is.',
  nature: 'keys',
  phrases: [
    {
      say: 'type|write {text} in|into {program}',
      gives: { text: slot('text'), programId: slot('program') },
    },
    { say: 'type|write {text}', gives: { text: slot('text') } },
  ],
  fields: { text: requiredTemplate('Say what to type.'), programId: programOrFrontSchema },
  gives: MOMENT_NAMES,
  fresh: { text: '', programId: '' },
  sentence({ text, programId }, names) {
    const where = programId === '' ? '' : say` into ${programPart('programId', programId, names)}`
    return say`Types “${partOf('text', text.replace(/\.$/, ''), 'text')}”${where}.`
  },
  typesInto: ({ programId }) => programId,
  lint: ({ programId }, bench) => lintWriting(programId, bench),
  byHand: ({ text }) => typed(text),
  joined(first, second) {
    const isOne = first.programId === second.programId && first.text.length + second.text.length <= LONGEST_TEXT
    return isOne ? { ...second, text: first.text + second.text } : undefined
  },
  perform({ text, programId }, bench, { values, nowMs }) {
    const names = namesFor(bench, values)
    const expanded = expandVariables(text, { ...momentValues(nowMs), ...names.values }, names.broken)
    if (!expanded.ok) return failed(expanded.issues)
    const window = windowMeant(bench, programId)
    if (!window) return failed([notRunning(bench, programId)])
    const place = writingIn(bench, window)
    const { name } = own(bench.programs, window.programId)!
    if (!place) return failed([stepIssue({ code: 'writes-nothing', program: name })])
    const { cursor } = draftOf(bench, place.document)
    const at = cursor === 0 ? 'at its beginning' : `after ${countOf(cursor, 'letter')}`
    return {
      kind: 'done',
      changes: [typeInto(bench, place, expanded.value)],
      note: `${countOf(expanded.value.length, 'letter')} typed into ${name}, ${at}.`,
    }
  },
})

/** A program by name that is not there, or never writes. */
export function lintWriting(programId: string, bench: BenchState): StepFinding[] {
  const program = own(bench.programs, programId)
  if (!program) return lintProgramId(programId, 'programId', bench)
  return program.writes ? [] : [fault('programId', stepIssue({ code: 'writes-nothing', program: program.name }))]
}
