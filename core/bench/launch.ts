import { readArguments } from '../command'
import type { Reading, TakenArgument, WindowPart } from '../command'
import { nearestName } from '../names'
import { fail, own, succeed } from '../result'
import type { Result } from '../result'
import type { Change } from './change'
import { rulesNow } from './choices'
import { desktopOf, shownDesktop } from './desktops'
import { kindAt } from './files'
import { benchIssue } from './issues'
import { absolutePath, nearestPath } from './paths'
import type { BenchState, BenchWindow, Program, WindowContent, WindowMode } from './schema'
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
  const program = own(state.programs, request.programId)
  if (!program) return fail(programMissing(state, request.programId))
  const directory = absolutePath(request.workingDirectory ?? state.folders.home ?? '/', '/')
  if (kindAt(state.files, program.executable) !== 'file') return fail(executableMissing(state, program))
  if (request.workingDirectory !== undefined && kindAt(state.files, directory) !== 'folder')
    return fail(directoryMissing(state, directory))
  const reading = readArguments(rulesNow(program, state), request.args, (path) =>
    kindAt(state.files, absolutePath(path, directory)),
  )
  if (reading.refusal) return succeed(errorWindow(program, request, reading))
  const running = program.instances === 'single' ? windowsOf(state, program.id)[0] : undefined
  return succeed(
    running
      ? reach(state, running, program, request, reading, directory)
      : open(program, request, reading, directory, standOfNew(state)),
  )
}

function open(
  program: Program,
  request: LaunchRequest,
  reading: Reading,
  directory: string,
  stand: Pick<BenchWindow, 'displayId' | 'desktop'>,
): Launch {
  const content = {
    ...contentFrom(reading, startingContent(program, request), directory),
    ...(request.workingDirectory === undefined ? {} : { workingDirectory: directory }),
  }
  const window = {
    id: request.windowId,
    programId: program.id,
    mode: request.windowMode ?? modeFrom(reading) ?? 'normal',
    ...stand,
    content,
  }
  return { kind: 'opened', windowId: window.id, changes: [{ kind: 'window.open', window }], reading }
}

/**
 * What a program that runs once only makes of another start: it comes to the front, in the state asked for if one is.
 */
function reach(
  state: BenchState,
  running: BenchWindow,
  program: Program,
  request: LaunchRequest,
  reading: Reading,
  directory: string,
): Launch {
  const toFront = raiseIn(state, running.id, request.windowMode)
  if (request.args.length === 0) return { kind: 'came-to-front', windowId: running.id, changes: toFront, reading }
  if (program.whenRunning === 'comes-to-front') {
    const ignored = allIgnored(program, request.args)
    return { kind: 'came-to-front', windowId: running.id, changes: toFront, reading: ignored }
  }
  const content = contentFrom(reading, running.content, directory)
  const show: Change = { kind: 'window.show', windowId: running.id, content }
  return { kind: 'loaded', windowId: running.id, changes: [show, ...toFront], reading }
}

/** Brings a window to the front, on the desktop it stands on, and into a state where one is asked for. */
export function raiseIn(state: BenchState, windowId: string, mode?: WindowMode): Change[] {
  const window = own(state.windows, windowId)
  const desktop = window && desktopOf(state, window)
  return [
    ...(desktop === undefined || desktop === shownDesktop(state) ? [] : [{ kind: 'desktop.show' as const, desktop }]),
    { kind: 'window.raise', windowId },
    ...(mode === undefined ? [] : [{ kind: 'window.mode' as const, windowId, mode }]),
  ]
}

/** Where a new window stands: on the desktop that is shown, and the display of the window in front. */
function standOfNew(state: BenchState): Pick<BenchWindow, 'displayId' | 'desktop'> {
  const displayId = frontWindow(state)?.displayId
  const desktop = shownDesktop(state)
  return { ...(displayId === undefined ? {} : { displayId }), ...(desktop === 1 ? {} : { desktop }) }
}

export function programMissing(state: BenchState, programId: string) {
  const names = Object.values(state.programs).flatMap((program) => [program.id, program.name])
  const nearest = nearestName(programId, names)
  return benchIssue({ code: 'program-missing', programId, nearest }, 'programId')
}

export function executableMissing(state: BenchState, { name, executable: path }: Program) {
  const nearest = nearestPath(state, path)
  return benchIssue({ code: 'executable-missing', program: name, path, nearest }, 'programId')
}

export function directoryMissing(state: BenchState, path: string) {
  const nearest = nearestPath(state, path, 'folder')
  return benchIssue({ code: 'directory-missing', path, nearest }, 'workingDirectory')
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

/**
 * Parts and documents that were taken, on top of what the window shows already. A document is shown once; the last one
 * taken is in front.
 */
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
