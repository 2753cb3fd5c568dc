import { readArguments } from '../command'
import type { Reading, TakenArgument, WindowPart } from '../command'
import { didYouMean } from '../names'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import type { Change } from './change'
import { rulesNow } from './choices'
import { absolutePath, nearestPath } from './paths'
import type { BenchState, Program, WindowContent, WindowMode } from './schema'
import { frontWindow, windowsOf } from './windows'

/** A request to start a program: its arguments without the program itself, as they reach it. */
export interface LaunchRequest {
  readonly programId: string
  readonly args: readonly string[]
  readonly windowMode?: WindowMode
  /** Where relative paths start; the home folder when absent. */
  readonly workingDirectory?: string
  readonly environment?: Readonly<Record<string, string>>
  /** The id of the window, should one open. */
  readonly windowId: string
}

/** What a launch comes to. The changes are not applied yet. */
export interface Launch {
  readonly kind: 'opened' | 'came-to-front' | 'loaded' | 'error-window'
  readonly windowId: string
  readonly changes: readonly Change[]
  /** What the program made of its arguments. */
  readonly reading: Reading
}

/**
 * What happens when a program is started with these arguments, by its own rules: a new window, its running window in
 * front (single instance), or its error window. A launch that fails gets as far as no window at all.
 * Issues: `program-missing`, `executable-missing`, `directory-missing`.
 */
export function launch(state: BenchState, request: LaunchRequest): Result<Launch> {
  const program = state.programs[request.programId]
  if (!program) return fail(programMissing(state, request.programId))
  const directory = absolutePath(request.workingDirectory ?? state.folders.home ?? '/', '/')
  if (state.files[program.executable]?.kind !== 'file') return fail(executableMissing(state, program))
  if (request.workingDirectory !== undefined && state.files[directory]?.kind !== 'folder')
    return fail(directoryMissing(state, directory))
  const reading = readArguments(
    rulesNow(program, state),
    request.args,
    (path) => state.files[absolutePath(path, directory)]?.kind,
  )
  if (reading.refusal) return succeed(errorWindow(program, request, reading))
  const running = program.instances === 'single' ? windowsOf(state, program.id)[0] : undefined
  if (!running) {
    const mode = request.windowMode ?? modeFrom(reading) ?? 'normal'
    const displayId = frontWindow(state)?.displayId
    const content = {
      ...contentFrom(reading, startingContent(program, request), directory),
      ...(request.workingDirectory === undefined ? {} : { workingDirectory: directory }),
    }
    const window = {
      id: request.windowId,
      programId: program.id,
      mode,
      ...(displayId === undefined ? {} : { displayId }),
      content,
    }
    return succeed({ kind: 'opened', windowId: window.id, changes: [{ kind: 'window.open', window }], reading })
  }
  const raise: Change = { kind: 'window.raise', windowId: running.id }
  if (request.args.length === 0)
    return succeed({ kind: 'came-to-front', windowId: running.id, changes: [raise], reading })
  if (program.whenRunning === 'comes-to-front')
    return succeed({
      kind: 'came-to-front',
      windowId: running.id,
      changes: [raise],
      reading: allIgnored(program, request.args),
    })
  const show: Change = {
    kind: 'window.show',
    windowId: running.id,
    content: contentFrom(reading, running.content, directory),
  }
  return succeed({ kind: 'loaded', windowId: running.id, changes: [show, raise], reading })
}

export function programMissing(state: BenchState, programId: string) {
  const names = Object.values(state.programs).flatMap((program) => [program.id, program.name])
  return {
    code: 'program-missing',
    message: `There is no program “${programId}” on the bench.${didYouMean(programId, names)}`,
    at: 'programId',
  }
}

export function executableMissing(state: BenchState, program: Program) {
  const nearest = nearestPath(state, program.executable)
  return {
    code: 'executable-missing',
    message: `${program.name} cannot be started: there is no file ${program.executable}.${nearest === undefined ? '' : ` The nearest is ${nearest}.`}`,
    at: 'programId',
  }
}

export function directoryMissing(state: BenchState, directory: string) {
  const folders = Object.keys(state.files).filter((path) => state.files[path]!.kind === 'folder')
  return {
    code: 'directory-missing',
    message: `There is no folder ${directory} to work in.${didYouMean(directory, folders)}`,
    at: 'workingDirectory',
  }
}

/** The parts of a window that arguments would fill, by the program's reading of them. */
export function partsOf(reading: Reading): Partial<Record<WindowPart, string>> {
  const parts: Partial<Record<WindowPart, string>> = {}
  for (const taken of reading.taken)
    if (taken.kind === 'option' && taken.option.effect.kind === 'part') parts[taken.option.effect.part] = taken.value
  return parts
}

function errorWindow(program: Program, request: LaunchRequest, reading: Reading): Launch {
  const { text, because } = reading.refusal!
  const content = { documents: [], error: `${program.name} cannot open with “${text}”. ${because}` }
  const window = { id: request.windowId, programId: program.id, mode: 'normal' as const, content }
  return {
    kind: 'error-window',
    windowId: window.id,
    changes: [{ kind: 'window.open', window }],
    reading: { ...reading, taken: [] },
  }
}

function allIgnored(program: Program, args: readonly string[]): Reading {
  const because = `${program.name} already runs and takes no new arguments; close it first to use them.`
  return { taken: [], ignored: args.map((text, at) => ({ at, text, code: 'already-running' as const, because })) }
}

/** What the environment alone makes of a window; arguments come on top. */
function startingContent(program: Program, { environment = {} }: LaunchRequest): WindowContent {
  const content: WindowContent = { documents: [] }
  for (const rule of program.arguments.environment ?? []) {
    const value = environment[rule.name]
    if (value !== undefined && rule.effect.kind === 'part' && (rule.choices?.includes(value) ?? true))
      content[rule.effect.part] = value
  }
  return Object.keys(environment).length > 0 ? { ...content, environment: { ...environment } } : content
}

/** Parts and documents that were taken, on top of what the window shows already. A document is shown once; the last one taken is in front. */
function contentFrom(reading: Reading, before: WindowContent, directory: string): WindowContent {
  const { active: activeBefore, ...rest } = before
  const documents = [...before.documents]
  let active = activeBefore
  for (const taken of reading.taken) {
    if (taken.kind !== 'positional') continue
    const path = pathOf(taken, directory)
    if (!documents.some((document) => document.path === path))
      documents.push({ path, role: taken.positional.role, unsaved: false })
    active = path
  }
  const content = { ...rest, documents, ...partsOf(reading) }
  return active === undefined || active === documents.at(-1)?.path ? content : { ...content, active }
}

function pathOf(taken: Extract<TakenArgument, { kind: 'positional' }>, directory: string): string {
  return taken.positional.kind === 'text' ? taken.value : absolutePath(taken.value, directory)
}

function modeFrom(reading: Reading): WindowMode | undefined {
  let mode: WindowMode | undefined
  for (const taken of reading.taken)
    if (taken.kind === 'option' && taken.option.effect.kind === 'window-mode') mode = taken.option.effect.mode
  return mode
}
