import { absolutePath, applyChanges, launch, partsOf, programMissing, rulesNow, windowsOf, windowTitle } from '../bench'
import type { BenchState, BenchWindow, LaunchRequest } from '../bench'
import { expandVariables, readArguments, WINDOW_PARTS } from '../command'
import type { ValueTable } from '../command'
import { assertNever, fail, succeed } from '../result'
import type { Issue, Result } from '../result'
import { closeWindows } from './closeProgram'
import { failed, namesFor } from './effect'
import type { StepContext, StepEffect } from './effect'
import type { RunningPolicy, StepOf } from './schema'

type OpenStep = Pick<
  StepOf<'program.open'>,
  'programId' | 'args' | 'windowMode' | 'workingDirectory' | 'environment' | 'whenRunning' | 'unsaved'
>

/**
 * The argv an open step would give its program, program first, values filled in.
 * Issues: `program-missing`, and those of `expandVariables` with `args.N` as the place.
 */
export function argvOf(
  step: Pick<OpenStep, 'programId' | 'args'>,
  bench: BenchState,
  table?: ValueTable,
): Result<string[]> {
  const program = bench.programs[step.programId]
  const { values, broken } = namesFor(bench, table)
  const issues: Issue[] = program ? [] : [programMissing(bench, step.programId)]
  const argv = [program?.executable ?? step.programId]
  step.args.forEach((argument, i) => {
    const expanded = expandVariables(argument, values, broken)
    if (expanded.ok) argv.push(expanded.value)
    else issues.push(...expanded.issues.map((issue) => ({ ...issue, at: `args.${i}` })))
  })
  return issues.length > 0 ? fail(...issues) : succeed(argv)
}

/** The whole request of an open step, values filled in everywhere. Issues as those of `argvOf`, with their place. */
export function requestOf(
  step: OpenStep,
  bench: BenchState,
  table: ValueTable | undefined,
  windowId: string,
): Result<LaunchRequest> {
  const { values, broken } = namesFor(bench, table)
  const argv = argvOf(step, bench, table)
  const issues: Issue[] = argv.ok ? [] : [...argv.issues]
  const expand = (text: string, at: string) => {
    const expanded = expandVariables(text, values, broken)
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

/** The running windows an open step is about: of a program of several instances those that show the profile, edition and data set it asks for. */
export function windowsMeant(request: LaunchRequest, bench: BenchState): BenchWindow[] {
  const program = bench.programs[request.programId]
  if (!program) return []
  const windows = windowsOf(bench, program.id)
  if (program.instances === 'single') return windows
  const directory = absolutePath(request.workingDirectory ?? bench.folders.home ?? '/', '/')
  const wanted = partsOf(
    readArguments(rulesNow(program, bench), request.args, (path) => bench.files[absolutePath(path, directory)]?.kind),
  )
  return windows.filter((window) =>
    WINDOW_PARTS.every((part) => wanted[part] === undefined || wanted[part] === window.content[part]),
  )
}

export function openProgram(step: OpenStep, bench: BenchState, context: StepContext): StepEffect {
  const request = requestOf(step, bench, context.values, context.nextId())
  if (!request.ok) return failed(request.issues)
  const policy = step.whenRunning ?? 'program'
  const running = policy === 'program' || policy === 'another' ? [] : windowsMeant(request.value, bench)
  const [window] = running
  if (!window) return startProgram(request.value, bench)
  const { name } = bench.programs[step.programId]!
  switch (policy as Exclude<RunningPolicy, 'program' | 'another'>) {
    case 'raise':
      return {
        kind: 'done',
        changes: [{ kind: 'window.raise', windowId: window.id }],
        note: `${name} was running; it came to the front.`,
      }
    case 'refuse':
      return failed([
        {
          code: 'already-running',
          message: `${name} already runs (${windowTitle(bench, window)}), and this lever does not open it again.`,
        },
      ])
    case 'reopen':
      return reopen(request.value, running, step, bench, context)
  }
}

/** Closes what runs, then starts anew; where unsaved work keeps a window, nothing is started. */
function reopen(
  request: LaunchRequest,
  running: readonly BenchWindow[],
  step: OpenStep,
  bench: BenchState,
  context: StepContext,
): StepEffect {
  const closing = closeWindows(running, step.unsaved ?? 'ask', bench, context)
  if (closing.kind === 'asks') return closing
  const { name } = bench.programs[step.programId]!
  if (closing.unsavedPolicy === 'leave')
    return failed([
      { code: 'already-running', message: `${name} has unsaved work and was left open, so it was not opened again.` },
    ])
  const closed = applyChanges(bench, closing.changes)
  if (!closed.ok) return failed(closed.issues)
  const started = startProgram(request, withoutHidden(closed.value, running))
  if (started.kind !== 'done' && started.kind !== 'failed') return started
  return {
    ...started,
    changes: [...closing.changes, ...started.changes],
    ...(started.kind === 'done' ? { note: `${name} was closed. ${started.note}` } : {}),
  }
}

/** A window that was hidden instead of closed still exists, but the program counts as closed: what starts next is another one. */
function withoutHidden(bench: BenchState, hidden: readonly BenchWindow[]): BenchState {
  const gone = new Set(hidden.map((window) => window.id))
  return {
    ...bench,
    windows: Object.fromEntries(Object.entries(bench.windows).filter(([id]) => !gone.has(id))),
    stack: bench.stack.filter((id) => !gone.has(id)),
  }
}

export function startProgram(
  request: LaunchRequest,
  bench: BenchState,
): Extract<StepEffect, { kind: 'done' | 'failed' }> {
  const launched = launch(bench, request)
  if (!launched.ok) return failed(launched.issues)
  const { kind, changes, reading } = launched.value
  const { name } = bench.programs[request.programId]!
  switch (kind) {
    case 'error-window':
      return {
        kind: 'failed',
        changes,
        reading,
        issue: {
          code: 'error-window',
          message: `${name} showed an error window. ${reading.refusal!.text}: ${reading.refusal!.because}`,
        },
      }
    case 'opened':
      return { kind: 'done', changes, reading, note: `${name} opened.` }
    case 'loaded':
      return {
        kind: 'done',
        changes,
        reading,
        note: `${name} was running; it took the arguments and came to the front.`,
      }
    case 'came-to-front':
      return { kind: 'done', changes, reading, note: `${name} was running; it came to the front.` }
    default:
      return assertNever(kind)
  }
}
