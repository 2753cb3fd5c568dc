import { folderOf, kindAt } from '../../core/bench'
import type { BenchState, Change, Program } from '../../core/bench'
import { namedIn } from '../../core/steps'
import { fail, own, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import { overtaken } from './bookState'
import type { BookState, PlannedEdit } from './bookState'

/** Describes a program of the bench, or sets a new one up with a stand-in for its file. Issue: `stale`. */
export function putProgram({ version, ...program }: Program) {
  return (_state: BookState, bench: BenchState): Result<PlannedEdit<Program>> => {
    const known = own(bench.programs, program.id)
    const stale = known && overtaken(known.name, known.version ?? 1, version)
    if (stale) return fail(stale)
    const described: Program = known
      ? { ...program, version: (known.version ?? 1) + 1, ...(known.origin ? { origin: known.origin } : {}) }
      : { ...program, origin: program.origin ?? 'described' }
    return succeed({
      label: `${known ? 'Described' : 'Set up'} ${program.name}`,
      entries: [{ kind: 'bench', changes: setUp(described, bench), inverse: [] }],
      answer: described,
    })
  }
}

/** Issues: `program-missing`, `program-used` with the levers, and `program-running`. */
export function removeProgram(id: string) {
  return (state: BookState, bench: BenchState): Result<PlannedEdit<null>> => {
    const program = own(bench.programs, id)
    if (!program) return fail({ code: 'program-missing', message: `There is no program “${id}” on the bench.` })
    const users = [...state.levers.values()].filter((lever) => namedIn(lever.steps, 'program').includes(id))
    if (users.length > 0)
      return fail({
        code: 'program-used',
        message: `${program.name} is used by ${users
          .slice(0, 5)
          .map((lever) => `${lever.plate} ${lever.name}`)
          .join(', ')}${users.length > 5 ? ` and ${users.length - 5} more` : ''}. Delete or change them first.`,
      })
    return succeed({
      label: `Took ${program.name} off the bench`,
      entries: [{ kind: 'bench', changes: [{ kind: 'program.remove', programId: id }], inverse: [] }],
      answer: null,
    })
  }
}

/** A program that is known already gets the next version, so that a form that still shows the one before is told. */
export function renewed(program: Program, bench: BenchState): Program {
  const known = own(bench.programs, program.id)
  return known ? { ...program, version: (known.version ?? 1) + 1 } : program
}

/**
 * The changes that set a program up: its file with the folders above it where they are missing, then its description.
 */
export function setUp(program: Program, bench: BenchState, made = new Set<string>()): Change[] {
  const changes: Change[] = []
  const missing: string[] = []
  for (
    let folder = folderOf(program.executable);
    !kindAt(bench.files, folder) && !made.has(folder);
    folder = folderOf(folder)
  )
    missing.unshift(folder)
  for (const path of missing) {
    made.add(path)
    changes.push({ kind: 'file.put', path, file: { kind: 'folder' } })
  }
  if (!kindAt(bench.files, program.executable))
    changes.push({ kind: 'file.put', path: program.executable, file: { kind: 'file', sizeBytes: 0 } })
  return [...changes, { kind: 'program.put', program }]
}
