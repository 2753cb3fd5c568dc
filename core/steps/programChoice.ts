import { z } from 'zod'
import { frontWindow, programMissing, stackedWindows } from '../bench'
import type { BenchState, BenchWindow } from '../bench'
import { listed } from '../names'
import { assertNever, own } from '../result'
import { partOf, say } from '../sentence'
import type { Sentence } from '../sentence'
import type { Issue } from '../result'
import { expandNames } from '../command'
import type { ValueTable } from '../command'
import { namesFor } from './namesFor'
import { programIdSchema, requiredTemplate } from './fields'
import { fault } from './finding'
import type { StepFinding } from './finding'
import { programParts } from './names'
import type { Names } from './names'

const programIds = z.array(programIdSchema).min(1, 'Choose a program.').max(1000)

/** Programs, many at once. The product itself is no program of the bench, and so never among them. */
export const programChoiceSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('these'), programIds }),
  z.object({ kind: z.literal('all-but'), programIds }),
  z.object({ kind: z.literal('all') }),
  z.object({ kind: z.literal('category'), category: z.string().min(1, 'Choose a category.').max(400) }),
  /** The program whose window is in front when it comes to that. */
  z.object({ kind: z.literal('front') }),
  /** By its name or id, as a value of the lever has it. */
  z.object({ kind: z.literal('named'), text: requiredTemplate('Name a program.') }),
])
export type ProgramChoice = z.infer<typeof programChoiceSchema>

export const PROGRAM_CHOICES = [
  'these',
  'all-but',
  'all',
  'category',
  'front',
  'named',
] as const satisfies ProgramChoice['kind'][]

export const programChoiceWords: Record<ProgramChoice['kind'], string> = {
  these: 'these programs',
  'all-but': 'all programs but these',
  all: 'all programs',
  category: 'all programs of a category',
  front: 'the program in front',
  named: 'a program by its name',
}

/** `Atlas Room and Night Book`, `everything but Line Console`, `all programs for writing`; with parts to be chosen. */
export function choiceParts(at: string, choice: ProgramChoice, names: Names): Sentence {
  switch (choice.kind) {
    case 'these':
      return programParts(`${at}.programIds`, choice.programIds, names)
    case 'all-but':
      return say`everything but ${programParts(`${at}.programIds`, choice.programIds, names)}`
    case 'all':
      return ['all programs']
    case 'category':
      return say`all programs of ${partOf(`${at}.category`, choice.category, 'text')}`
    case 'front':
      return ['the program in front']
    case 'named':
      return say`“${partOf(`${at}.text`, choice.text, 'text')}”`
    default:
      return assertNever(choice)
  }
}

/** Programs that are meant and have windows, topmost first, each with all of its windows, error windows too. */
export function programsMeant(
  choice: ProgramChoice,
  bench: BenchState,
  table?: ValueTable,
): { programId: string; windows: BenchWindow[] }[] {
  const byProgram = new Map<string, BenchWindow[]>()
  for (const window of stackedWindows(bench).reverse()) {
    if (isMeant(choice, window.programId, bench, table))
      byProgram.set(window.programId, [...(byProgram.get(window.programId) ?? []), window])
  }
  return [...byProgram].map(([programId, windows]) => ({ programId, windows }))
}

function isMeant(choice: ProgramChoice, programId: string, bench: BenchState, table: ValueTable | undefined): boolean {
  switch (choice.kind) {
    case 'these':
      return choice.programIds.includes(programId)
    case 'all-but':
      return !choice.programIds.includes(programId)
    case 'all':
      return true
    case 'category':
      return own(bench.programs, programId)?.categories.includes(choice.category) ?? false
    case 'front':
      return frontWindow(bench)?.programId === programId
    case 'named':
      return programNamed(choice.text, bench, table) === programId
    default:
      return assertNever(choice)
  }
}

/** The programs that a choice says itself, running or not; those of the moment, in front or in a value, are not known. */
export function programsNamed(choice: ProgramChoice, bench: BenchState): string[] {
  if (choice.kind === 'front' || (choice.kind === 'named' && choice.text.includes('$'))) return []
  return Object.keys(bench.programs).filter((id) => isMeant(choice, id, bench, undefined))
}

/** The program that a text means by its id or its name, capitals aside. */
function programNamed(text: string, bench: BenchState, table: ValueTable | undefined): string | undefined {
  const names = namesFor(bench, table)
  const filled = expandNames(text, names)
  if (!filled.ok) return undefined
  if (own(bench.programs, filled.value)) return filled.value
  const wanted = filled.value.toLocaleLowerCase('en')
  return Object.values(bench.programs).find(({ name }) => name.toLocaleLowerCase('en') === wanted)?.id
}

/** Programs that are named and not on the bench. */
export function missingIn(choice: ProgramChoice, bench: BenchState, table?: ValueTable): Issue[] {
  if (choice.kind === 'named') {
    const names = namesFor(bench, table)
    const filled = expandNames(choice.text, names)
    if (!filled.ok) return [...filled.issues]
    return programNamed(choice.text, bench, table) === undefined ? [programMissing(bench, filled.value)] : []
  }
  if (choice.kind !== 'these' && choice.kind !== 'all-but') return []
  return choice.programIds.flatMap((id) => (id === '' || own(bench.programs, id) ? [] : [programMissing(bench, id)]))
}

/** The same at the fields of the choice. */
export function lintChoice(which: ProgramChoice, bench: BenchState, table?: ValueTable): StepFinding[] {
  const at = which.kind === 'named' ? 'which.text' : 'which.programIds'
  return missingIn(which, bench, table).map((issue) => fault(at, issue))
}

/** Programs by name, the first twelve of them. */
export function namesOfPrograms(ids: readonly string[], bench: BenchState): string {
  const names = ids.map((id) => own(bench.programs, id)?.name ?? id)
  return names.length > 12 ? `${names.slice(0, 12).join(', ')} and ${names.length - 12} more` : listed(names)
}
