import { absolutePath, kindAt, nearestPath, programMissing, rulesNow, writePath } from '../bench'
import type { BenchState } from '../bench'
import { lintArguments } from '../command'
import type { LintContext, ValueTable } from '../command'
import { own, valueOf } from '../result'
import { namesFor } from './namesFor'
import { fault } from './finding'
import type { StepFinding } from './finding'
import { argvOf } from './launching'

/** What several kinds of step look at alike. An id that was not chosen yet is no finding: the field itself says so. */
export function lintProgramId(programId: string, at: string, bench: BenchState): StepFinding[] {
  if (programId === '' || own(bench.programs, programId)) return []
  return [fault(at, programMissing(bench, programId))]
}

interface ArgumentLint {
  readonly programId: string
  readonly programAt: string
  readonly args: readonly string[]
  readonly at: string
  /** The step with other arguments. */
  readonly mended: (args: string[]) => { id: string; kind: string }
  /** Where relative paths start; the home folder when absent. */
  readonly workingDirectory?: string
}

/** Arguments that the program would ignore, refuse or read otherwise than meant. */
export function lintProgramArguments(
  { programId, programAt, args, at, mended, workingDirectory }: ArgumentLint,
  bench: BenchState,
  table: ValueTable | undefined,
): StepFinding[] {
  const program = own(bench.programs, programId)
  if (!program) return lintProgramId(programId, programAt, bench)
  const argv = valueOf(argvOf({ programId, args: [...args] }, bench, table)).slice(1)
  const directory = workingDirectory ?? bench.folders.home ?? '/'
  const context: LintContext = {
    lookup: (path) => kindAt(bench.files, absolutePath(path, directory)),
    nearestPath: (path) => nearestPath(bench, absolutePath(path, directory)),
    write: (path) => writePath(path, namesFor(bench, table).values),
  }
  return lintArguments(rulesNow(program, bench), args, argv, context).findings.map(({ at: index, mend, ...issue }) =>
    fault(`${at}.${index}`, issue, mend && { label: mend.label, step: mended([...mend.args]) }),
  )
}
