import { z } from 'zod'
import { frontWindow, programMissing, stackedWindows } from '../bench'
import type { BenchState, BenchWindow } from '../bench'
import { listed } from '../names'
import { assertNever, own } from '../result'
import type { Issue } from '../result'
import { programIdSchema } from './fields'
import { programNames } from './names'
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
])
export type ProgramChoice = z.infer<typeof programChoiceSchema>

export const PROGRAM_CHOICES = [
  'these',
  'all-but',
  'all',
  'category',
  'front',
] as const satisfies ProgramChoice['kind'][]

export const programChoiceWords: Record<ProgramChoice['kind'], string> = {
  these: 'these programs',
  'all-but': 'all programs but these',
  all: 'all programs',
  category: 'all programs of a category',
  front: 'the program in front',
}

/** `Atlas Room and Night Book`, `everything but Line Console`, `all programs for writing`. */
export function choiceInWords(choice: ProgramChoice, names: Names): string {
  switch (choice.kind) {
    case 'these':
      return programNames(choice.programIds, names)
    case 'all-but':
      return `everything but ${programNames(choice.programIds, names)}`
    case 'all':
      return 'all programs'
    case 'category':
      return `all programs of ${choice.category}`
    case 'front':
      return 'the program in front'
    default:
      return assertNever(choice)
  }
}

/** Programs that are meant and have windows, topmost first, each with all of its windows, error windows too. */
export function programsMeant(
  choice: ProgramChoice,
  bench: BenchState,
): { programId: string; windows: BenchWindow[] }[] {
  const byProgram = new Map<string, BenchWindow[]>()
  for (const window of stackedWindows(bench).reverse()) {
    if (isMeant(choice, window.programId, bench))
      byProgram.set(window.programId, [...(byProgram.get(window.programId) ?? []), window])
  }
  return [...byProgram].map(([programId, windows]) => ({ programId, windows }))
}

function isMeant(choice: ProgramChoice, programId: string, bench: BenchState): boolean {
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
    default:
      return assertNever(choice)
  }
}

/** Programs that are named and not on the bench. */
export function missingIn(choice: ProgramChoice, bench: BenchState): Issue[] {
  if (choice.kind !== 'these' && choice.kind !== 'all-but') return []
  return choice.programIds.flatMap((id) => (id === '' || own(bench.programs, id) ? [] : [programMissing(bench, id)]))
}

/** Programs by name, the first twelve of them. */
export function namesOfPrograms(ids: readonly string[], bench: BenchState): string {
  const names = ids.map((id) => own(bench.programs, id)?.name ?? id)
  return names.length > 12 ? `${names.slice(0, 12).join(', ')} and ${names.length - 12} more` : listed(names)
}
