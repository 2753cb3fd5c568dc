import type { ImportBody } from '../../contract'
import { folderOf, kindAt } from '../../core/bench'
import type { BenchState, Change, Program } from '../../core/bench'
import { planImport } from '../../core/desktop'
import type { ImportItem } from '../../core/desktop'
import { withoutNothing } from '../../core/levers'
import { namedIn } from '../../core/steps'
import { fail, own, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import type { RevisionEntry } from '../database/schema'
import { edited, nextPlate, overtaken } from './bookState'
import type { BookState, PlannedEdit } from './bookState'
import { frameMissing } from './leverEdits'
import { newId } from './newId'

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
function renewed(program: Program, bench: BenchState): Program {
  const known = own(bench.programs, program.id)
  return known ? { ...program, version: (known.version ?? 1) + 1 } : program
}

/**
 * The changes that set a program up: its file with the folders above it where they are missing, then its description.
 */
function setUp(program: Program, bench: BenchState, made = new Set<string>()): Change[] {
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

export function planEntries(body: ImportBody, state: BookState, bench: BenchState): ImportItem[] {
  const files = body.files.map(({ name, base64 }) => ({ name, bytes: new Uint8Array(Buffer.from(base64, 'base64')) }))
  return planImport({
    files,
    locale: body.locale,
    desktop: body.desktop,
    frameId: body.frameId,
    forced: body.forced,
    bench,
    levers: [...state.levers.values()],
  })
}

/** Imports all that a preview shows as to be created or changed. Issue: `frame-missing`. */
export function importEntries(body: ImportBody) {
  return (state: BookState, bench: BenchState): Result<PlannedEdit<ImportItem[]>> => {
    if (!state.frames.has(body.frameId)) return fail(frameMissing(body.frameId, state.frames))
    const items = planEntries(body, state, bench)
    const made = new Set<string>()
    const changes = items.flatMap((item) => (item.program ? setUp(renewed(item.program, bench), bench, made) : []))
    const first = nextPlate(state)
    let count = 0
    const levers = items
      .flatMap((item) => item.levers)
      .flatMap((planned): RevisionEntry[] => {
        if (planned.fate === 'same') return []
        const known = planned.leverId === undefined ? undefined : state.levers.get(planned.leverId)
        if (known) return [edited(known, planned.draft)]
        const lever = withoutNothing({ ...planned.draft, id: newId(), plate: first + count++, version: 1 })
        return [{ kind: 'lever', id: lever.id, before: null, after: lever }]
      })
    const entries: RevisionEntry[] = [
      ...(changes.length > 0 ? [{ kind: 'bench' as const, changes, inverse: [] }] : []),
      ...levers,
    ]
    return succeed({
      label: `Imported ${items.filter((item) => item.fate === 'create' || item.fate === 'change').length} Desktop Entries`,
      entries,
      answer: items,
    })
  }
}
