import { z } from 'zod'
import { absolutePath, benchIssue, binChange, folderOf, freeName, kindAt, nearestPath, pathsMeant } from '../bench'
import type { BenchState, Change } from '../bench'
import { expandNames, lastPart } from '../command'
import type { ValueTable } from '../command'
import { countOf } from '../names'
import { fail, succeed } from '../result'
import type { Issue, Result } from '../result'
import { namesFor } from './namesFor'
import type { StepContext } from './effect'
import { requiredPath } from './fields'
import { fault } from './finding'
import type { StepFinding } from './finding'
import { stepIssue } from './issues'
import { firstOf } from './names'
import type { Asked } from './question'
import { choicePart, say } from '../sentence'
import type { Sentence } from '../sentence'

/** What several kinds of step about files share. */

/** Paths, or patterns with `*` and `?` in their last part. */
export const pathsSchema = z
  .array(requiredPath('Give a path, or a pattern such as *.exposure.'))
  .min(1, 'Say which files.')
  .max(1000)

/** What happens where a name is taken. */
export const TAKEN_POLICIES = ['both', 'replace', 'skip', 'ask'] as const
export type TakenPolicy = (typeof TAKEN_POLICIES)[number]
export const takenPolicySchema = z.enum(TAKEN_POLICIES)
export const takenWords: Record<TakenPolicy, string> = {
  both: 'keeps both, the new one under another name',
  replace: 'replaces it; the old one goes into the bin',
  skip: 'leaves it where it is',
  ask: 'asks',
}

/** What a sentence says of names that are taken. */
export function takenClause(taken: TakenPolicy): Sentence {
  return say`; where a name is taken, ${choicePart('taken', taken, takenWords)}`
}

/** `${captures}/*.exposure, ${downloads}/*.dark`. */
export function pathsInWords(paths: readonly string[]): string {
  return paths.length === 0 ? 'no files' : firstOf(paths)
}

/** A text with its values in, as an absolute path. */
export function pathFrom(text: string, bench: BenchState, values: ValueTable | undefined): Result<string> {
  const names = namesFor(bench, values)
  const expanded = expandNames(text, names)
  return expanded.ok ? succeed(absolutePath(expanded.value, bench.folders.home ?? '/')) : expanded
}

/**
 * What stands on the bench of paths and patterns, each once, in order. Issues: `place-missing` for a path at which
 * nothing stands; a pattern that nothing fits means nothing.
 */
export function filesMeant(
  paths: readonly string[],
  bench: BenchState,
  values: ValueTable | undefined,
): Result<string[]> {
  const found = new Set<string>()
  const issues: Issue[] = []
  for (const [i, text] of paths.entries()) {
    const path = pathFrom(text, bench, values)
    if (!path.ok) {
      issues.push(...path.issues.map((issue) => ({ ...issue, at: `paths.${i}` })))
      continue
    }
    const meant = pathsMeant(bench, path.value)
    if (meant.length === 0 && !isPattern(path.value))
      issues.push(
        stepIssue({ code: 'place-missing', path: path.value, nearest: nearestPath(bench, path.value) }, `paths.${i}`),
      )
    for (const one of meant) found.add(one)
  }
  return issues.length > 0 ? fail(...issues) : succeed([...found])
}

export function isPattern(path: string): boolean {
  return /[*?]/.test(lastPart(path))
}

/** The folder a text means. Issues: `folder-missing`, `not-a-folder`. */
export function folderMeant(
  text: string,
  bench: BenchState,
  values: ValueTable | undefined,
  mayBeMissing = false,
): Result<string> {
  const path = pathFrom(text, bench, values)
  if (!path.ok) return path
  const kind = kindAt(bench.files, path.value)
  if (kind === 'folder' || (kind === undefined && mayBeMissing)) return path
  return fail(
    kind === undefined
      ? stepIssue({ code: 'folder-missing', path: path.value, nearest: nearestPath(bench, path.value, 'folder') }, 'to')
      : stepIssue({ code: 'not-a-folder', path: path.value }, 'to'),
  )
}

/** The changes that make a folder with all above it that are missing. Issue: `not-a-folder` where a file is in the way. */
export function makeFolders(path: string, bench: BenchState): Result<Change[]> {
  if (kindAt(bench.files, path) === 'folder') return succeed([])
  const changes: Change[] = []
  let at = ''
  for (const part of path.split('/').slice(1)) {
    at = `${at}/${part}`
    const kind = kindAt(bench.files, at)
    if (kind === 'file') return fail(stepIssue({ code: 'not-a-folder', path: at }, 'to'))
    if (kind === undefined) changes.push({ kind: 'file.put', path: at, file: { kind: 'folder' } })
  }
  return succeed(changes)
}

/** Where each of some files goes; `replaces` where what stands there goes into the bin first. */
export interface Destination {
  readonly from: string
  readonly to: string
  readonly replaces?: true
}

export interface Destinations {
  readonly kind: 'settled'
  readonly going: readonly Destination[]
  /** What stays, since its name is taken. */
  readonly skipped: readonly string[]
}

type Settling = Destinations | { readonly kind: 'asks'; readonly question: Asked }

/**
 * Where files go under wanted names, by what happens where a name is taken: there, or by another one of them. `asks`
 * comes back where the user is to say it. A file that moves to where it is goes nowhere; a copy beside its original
 * finds that name taken.
 */
export function settleNames(
  act: 'move' | 'copy',
  wanted: readonly Destination[],
  policy: TakenPolicy,
  bench: BenchState,
  { answer }: Pick<StepContext, 'answer'>,
): Settling {
  const settled = policy === 'ask' ? (answer as Exclude<TakenPolicy, 'ask'> | undefined) : policy
  const leaving = new Set(act === 'move' ? wanted.map(({ from }) => from) : [])
  for (;;) {
    const settling = settleOnce(act, wanted, settled, bench, leaving)
    // What stays keeps its name from the others, so that some of them may have to stay as well.
    const stay = settling.kind === 'asks' ? [] : settling.skipped.filter((from) => leaving.has(from))
    if (stay.length === 0) return settling
    for (const from of stay) leaving.delete(from)
  }
}

function settleOnce(
  act: 'move' | 'copy',
  wanted: readonly Destination[],
  settled: Exclude<TakenPolicy, 'ask'> | undefined,
  bench: BenchState,
  leaving: ReadonlySet<string>,
): Settling {
  const claimed = new Set<string>()
  const isTaken = (path: string) => claimed.has(path) || (kindAt(bench.files, path) !== undefined && !leaving.has(path))
  const moving = act === 'copy' ? wanted : wanted.filter(({ from, to }) => from !== to)
  for (const { from, to } of act === 'copy' ? [] : wanted) if (from === to) claimed.add(to)
  const conflicts: string[] = []
  const seen = new Set(claimed)
  for (const { to } of moving) {
    if (seen.has(to) || (kindAt(bench.files, to) !== undefined && !leaving.has(to))) conflicts.push(to)
    seen.add(to)
  }
  if (conflicts.length > 0 && settled === undefined) return { kind: 'asks', question: takenQuestion(conflicts) }
  const going: Destination[] = []
  const skipped: string[] = []
  for (const { from, to } of moving) {
    if (!isTaken(to)) {
      claimed.add(to)
      going.push({ from, to })
      continue
    }
    switch (settled!) {
      case 'both': {
        const free = freeName(to, isTaken)
        claimed.add(free)
        going.push({ from, to: free })
        break
      }
      case 'replace':
        // What another of them has just taken is not thrown away for the next one.
        if (claimed.has(to)) skipped.push(from)
        else {
          claimed.add(to)
          going.push({ from, to, replaces: true })
        }
        break
      case 'skip':
        skipped.push(from)
        break
      default:
        throw new RangeError(`unknown answer: ${String(settled)}`)
    }
  }
  return { kind: 'settled', going, skipped }
}

function takenQuestion(conflicts: readonly string[]): Asked {
  const names = firstOf(conflicts.map(lastPart))
  return {
    kind: 'choice',
    text: `${countOf(conflicts.length, 'name is', 'names are')} taken in ${folderOf(conflicts[0]!)}: ${names}. What shall happen?`,
    choices: [
      { id: 'both', label: 'Keep both' },
      { id: 'replace', label: 'Replace, the old ones into the bin' },
      { id: 'skip', label: 'Leave those where they are' },
    ],
  }
}

/** The change that throws something into the bin. Issues: `no-bin`, `into-itself`. `promised` grows. */
export function throwAway(path: string, bench: BenchState, promised: Set<string>): Result<Change> {
  const change = binChange(bench, path, promised)
  return typeof change === 'string' ? fail(benchIssue({ code: change, path })) : succeed(change)
}

/** Findings of paths and folder alike: what is not there, and patterns that nothing fits now. */
export function lintPaths(paths: readonly string[], bench: BenchState, values: ValueTable | undefined): StepFinding[] {
  return paths.flatMap((text, i): StepFinding[] => {
    const path = pathFrom(text, bench, values)
    if (!path.ok || pathsMeant(bench, path.value).length > 0) return []
    const at = `paths.${i}`
    if (isPattern(path.value)) {
      const folder = folderOf(path.value)
      return kindAt(bench.files, folder) === 'folder'
        ? [{ ...fault(at, stepIssue({ code: 'nothing-fits', pattern: path.value })), severity: 'note' }]
        : [
            fault(
              at,
              stepIssue({ code: 'folder-missing', path: folder, nearest: nearestPath(bench, folder, 'folder') }),
            ),
          ]
    }
    return [fault(at, stepIssue({ code: 'place-missing', path: path.value, nearest: nearestPath(bench, path.value) }))]
  })
}

export function lintFolder(
  text: string,
  at: string,
  bench: BenchState,
  values: ValueTable | undefined,
  mayBeMissing = false,
): StepFinding[] {
  if (text === '') return []
  const folder = folderMeant(text, bench, values, mayBeMissing)
  return folder.ok ? [] : folder.issues.map((issue) => fault(at, issue))
}

/** How many files stand there of paths and patterns, one at least. */
export function countMeant(paths: readonly string[], bench: BenchState, values: ValueTable | undefined): number {
  const meant = paths.flatMap((text) => {
    const path = pathFrom(text, bench, values)
    return path.ok ? pathsMeant(bench, path.value) : []
  })
  return Math.max(1, new Set(meant).size)
}

/** The text of a path up to its last part, as it is written. */
export function folderWritten(path: string): string {
  return path.slice(0, Math.max(0, path.lastIndexOf('/')))
}
