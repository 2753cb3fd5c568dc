import { absolutePath, kindAt, launch, partsOf, programMissing, rulesNow, windowsOf } from '../bench'
import type { BenchState, BenchWindow, LaunchRequest, WindowMode } from '../bench'
import { expandNames, readArguments, WINDOW_PARTS } from '../command'
import type { ValueTable } from '../command'
import { assertNever, fail, own, succeed } from '../result'
import type { Issue, Result } from '../result'
import { failed } from './effect'
import { namesFor } from './namesFor'
import type { Started, StepEffect } from './effect'
import { stepIssue } from './issues'

/** What a step that starts a program says of the start. */
export interface LaunchStep {
  programId: string
  args: string[]
  windowMode?: WindowMode
  workingDirectory?: string
  environment?: { name: string; value: string }[]
}

/**
 * The argv an open step would give its program, program first, values filled in.
 * Issues: `program-missing`, and those of `expandVariables` with `args.N` as the place.
 */
export function argvOf(
  step: Pick<LaunchStep, 'programId' | 'args'>,
  bench: BenchState,
  table?: ValueTable,
): Result<string[]> {
  const program = own(bench.programs, step.programId)
  const names = namesFor(bench, table)
  const issues: Issue[] = program ? [] : [programMissing(bench, step.programId)]
  const argv = [program?.executable ?? step.programId]
  step.args.forEach((argument, i) => {
    const expanded = expandNames(argument, names)
    if (expanded.ok) argv.push(expanded.value)
    else issues.push(...expanded.issues.map((issue) => ({ ...issue, at: `args.${i}` })))
  })
  return issues.length > 0 ? fail(...issues) : succeed(argv)
}

/** The whole request of an open step, values filled in everywhere. Issues as those of `argvOf`, with their place. */
export function requestOf(
  step: LaunchStep,
  bench: BenchState,
  table: ValueTable | undefined,
  windowId: string,
): Result<LaunchRequest> {
  const names = namesFor(bench, table)
  const argv = argvOf(step, bench, table)
  const issues: Issue[] = argv.ok ? [] : [...argv.issues]
  const expand = (text: string, at: string) => {
    const expanded = expandNames(text, names)
    if (!expanded.ok) issues.push(...expanded.issues.map((issue) => ({ ...issue, at })))
    return expanded.ok ? expanded.value : text
  }
  const workingDirectory = step.workingDirectory ? expand(step.workingDirectory, 'workingDirectory') : undefined
  const environment = Object.fromEntries(
    (step.environment ?? []).map(({ name, value }, i) => [name, expand(value, `environment.${i}.value`)]),
  )
  if (issues.length > 0 || !argv.ok) return fail(...issues)
  return succeed({
    programId: step.programId,
    args: argv.value.slice(1),
    windowMode: step.windowMode,
    workingDirectory,
    environment,
    windowId,
  })
}

/**
 * The running windows an open step is about: of a program of several instances those that show the profile, edition and
 * data set it asks for.
 */
export function windowsMeant(request: LaunchRequest, bench: BenchState): BenchWindow[] {
  const program = own(bench.programs, request.programId)
  if (!program) return []
  const windows = windowsOf(bench, program.id)
  if (program.instances === 'single') return windows
  const directory = absolutePath(request.workingDirectory ?? bench.folders.home ?? '/', '/')
  const wanted = partsOf(
    readArguments(rulesNow(program, bench), request.args, (path) => kindAt(bench.files, absolutePath(path, directory))),
  )
  return windows.filter((window) =>
    WINDOW_PARTS.every((part) => wanted[part] === undefined || wanted[part] === window.content[part]),
  )
}

/** Starts a program, and says what it made of that. */
export function startProgram(
  request: LaunchRequest,
  bench: BenchState,
): Extract<StepEffect, { kind: 'done' | 'failed' }> {
  const launched = launch(bench, request)
  if (!launched.ok) return failed(launched.issues)
  const { kind, changes, reading } = launched.value
  const { name } = own(bench.programs, request.programId)!
  const started = [startedBy(request, bench)]
  switch (kind) {
    case 'error-window': {
      const { text, because } = reading.refusal!
      return {
        kind: 'failed',
        changes,
        reading,
        issue: stepIssue({ code: 'error-window', program: name, text, because }),
      }
    }
    case 'opened':
      return { kind: 'done', changes, reading, started, note: `${name} opened.` }
    case 'loaded':
      return {
        kind: 'done',
        changes,
        reading,
        started,
        note: `${name} was running; it took the arguments and came to the front.`,
      }
    case 'came-to-front':
      return { kind: 'done', changes, reading, started, note: `${name} was running; it came to the front.` }
    default:
      return assertNever(kind)
  }
}

function startedBy(request: LaunchRequest, bench: BenchState): Started {
  const { executable } = own(bench.programs, request.programId)!
  const { args, workingDirectory: folder, environment = {} } = request
  return {
    argv: [executable, ...args],
    ...(folder === undefined ? {} : { folder }),
    ...(Object.keys(environment).length === 0 ? {} : { environment }),
  }
}
