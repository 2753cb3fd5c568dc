import { readArguments } from '../command'
import type { Reading } from '../command'
import { didYouMean } from '../names'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import type { Change } from './change'
import type { BenchState, Program, WindowContent, WindowMode } from './schema'
import { windowsOf } from './windows'

/** A request to start a program: its arguments without the program itself, as they reach it. */
export interface LaunchRequest {
  readonly programId: string
  readonly args: readonly string[]
  readonly windowMode?: WindowMode
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
 * front (single instance), or its error window. Issue: `program-missing`.
 */
export function launch(state: BenchState, request: LaunchRequest): Result<Launch> {
  const program = state.programs[request.programId]
  if (!program) return fail(programMissing(state, request.programId))
  const reading = readArguments(program.arguments, request.args, path => state.files[path.replace(/(.)\/$/, '$1')]?.kind)
  if (reading.refusal) return succeed(errorWindow(program, request, reading))
  const running = program.instances === 'single' ? windowsOf(state, program.id)[0] : undefined
  if (!running) {
    const mode = request.windowMode ?? modeFrom(reading) ?? 'normal'
    const window = { id: request.windowId, programId: program.id, mode, content: contentFrom(reading, { documents: [] }) }
    return succeed({ kind: 'opened', windowId: window.id, changes: [{ kind: 'window.open', window }], reading })
  }
  const raise: Change = { kind: 'window.raise', windowId: running.id }
  if (request.args.length === 0) return succeed({ kind: 'came-to-front', windowId: running.id, changes: [raise], reading })
  if (program.whenRunning === 'comes-to-front') return succeed({ kind: 'came-to-front', windowId: running.id, changes: [raise], reading: allIgnored(program, request.args) })
  const show: Change = { kind: 'window.show', windowId: running.id, content: contentFrom(reading, running.content) }
  return succeed({ kind: 'loaded', windowId: running.id, changes: [show, raise], reading })
}

export function programMissing(state: BenchState, programId: string) {
  const names = Object.values(state.programs).flatMap(program => [program.id, program.name])
  return { code: 'program-missing', message: `There is no program “${programId}” on the bench.${didYouMean(programId, names)}`, at: 'programId' }
}

function errorWindow(program: Program, request: LaunchRequest, reading: Reading): Launch {
  const { text, because } = reading.refusal!
  const content = { documents: [], error: `${program.name} cannot open with “${text}”. ${because}` }
  const window = { id: request.windowId, programId: program.id, mode: 'normal' as const, content }
  return { kind: 'error-window', windowId: window.id, changes: [{ kind: 'window.open', window }], reading: { ...reading, taken: [] } }
}

function allIgnored(program: Program, args: readonly string[]): Reading {
  const because = `${program.name} already runs and takes no new arguments; close it first to use them.`
  return { taken: [], ignored: args.map((text, at) => ({ at, text, code: 'already-running' as const, because })) }
}

/** Parts and documents that were taken, on top of what the window shows already. A document is shown once. */
function contentFrom(reading: Reading, before: WindowContent): WindowContent {
  const content = { ...before, documents: [...before.documents] }
  for (const taken of reading.taken) {
    if (taken.kind === 'option' && taken.option.effect.kind === 'part') content[taken.option.effect.part] = taken.value
    if (taken.kind === 'positional' && !content.documents.some(document => document.path === taken.value)) {
      content.documents.push({ path: taken.value, role: taken.positional.role, unsaved: false })
    }
  }
  return content
}

function modeFrom(reading: Reading): WindowMode | undefined {
  for (const taken of reading.taken) if (taken.kind === 'option' && taken.option.effect.kind === 'window-mode') return taken.option.effect.mode
  return undefined
}
