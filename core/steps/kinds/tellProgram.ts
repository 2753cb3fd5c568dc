import { z } from 'zod'
import { slot } from '../../phrases'
import { benchIssue, idSchema, programMissing, tellVerb, verbOf, windowMeant } from '../../bench'
import type { BenchState, Program } from '../../bench'
import { own } from '../../result'
import { choicePart, partOf, say } from '../../sentence'
import { choose } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { marked } from '../../fields'
import { fault } from '../finding'
import { stepIssue } from '../issues'
import { lintProgramId } from '../lintParts'
import { programOrFrontPart } from '../names'

/** A program by its id, or nobody for the one in front. */
export const programOrFrontSchema = marked(z.union([idSchema, z.literal('')]), { refers: 'program' })

export const tellProgram = defineStep({
  kind: 'program.tell',
  label: 'Tell a program something',
  help: 'One of its verbs, as its menu or its own keys would: to the one in front, or to one by name.',
  nature: 'program',
  phrases: [
    { say: 'tell {told}', gives: { programId: slot('told.programId'), verb: slot('told.verb') } },
    { say: '{verb}', gives: { programId: slot('verb.programId'), verb: slot('verb.verb') }, isHeardOnly: true },
  ],
  fields: { programId: programOrFrontSchema, verb: z.string().min(1, 'Choose what to tell it.').max(400) },
  fresh: { programId: '', verb: '' },
  sentence({ programId, verb }, names) {
    const program = own(names.programs, programId)
    const said = program && verbOf(program, verb)
    const verbs = Object.fromEntries((program?.verbs ?? []).map(({ id, name }) => [id, name]))
    const words = program
      ? choicePart('verb', said?.id ?? verb, verbs, said?.name ?? verb)
      : partOf('verb', verb === '' ? '…' : verb, 'text')
    return say`Tells ${programOrFrontPart('programId', programId, names)} “${words}”.`
  },
  typesInto: ({ programId }) => programId,
  lint({ programId, verb }, bench) {
    const program = own(bench.programs, programId)
    if (!program) return lintProgramId(programId, 'programId', bench)
    return verb === '' || verbOf(program, verb) ? [] : [fault('verb', verbUnknown(program, verb))]
  },
  byHand: () => choose,
  perform({ programId, verb }, bench, context) {
    if (programId !== '' && !own(bench.programs, programId)) return failed([programMissing(bench, programId)])
    const window = windowMeant(bench, programId)
    if (!window) return failed([notRunning(bench, programId)])
    const told = tellVerb(bench, window.id, verb, context)
    if (!told.ok) return failed(told.issues)
    const program = own(bench.programs, window.programId)!
    const { name } = verbOf(program, verb)!
    return { kind: 'done', changes: told.value, note: `${program.name}: ${name}.` }
  },
})

function verbUnknown(program: Program, verb: string) {
  const known = (program.verbs ?? []).map(({ name }) => name)
  return benchIssue({ code: 'verb-missing', program: program.name, verb, known })
}

/** That there is no window to turn to: of a program, or in front. */
export function notRunning(bench: BenchState, programId: string) {
  return programId === ''
    ? stepIssue({ code: 'no-window', because: 'No window is in front.' })
    : stepIssue({
        code: 'no-window',
        because: `${own(bench.programs, programId)?.name ?? programId} has no window open.`,
      })
}
