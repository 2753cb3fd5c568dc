import { frontWindow, hasUnsaved, launch, programMissing, windowsOf, windowTitle } from '../bench'
import type { BenchState, BenchWindow, Change } from '../bench'
import { expandVariables } from '../command'
import type { Reading } from '../command'
import { didYouMean } from '../names'
import { assertNever, fail, succeed } from '../result'
import type { Issue, Result } from '../result'
import type { Step, UnsavedPolicy } from './schema'

/** Time, identity and answers come from outside. */
export interface StepContext {
  readonly nowMs: number
  readonly nextId: () => string
  /** The answer to the question the step asked before. */
  readonly answer?: string
}

export interface Question { readonly text: string, readonly choices: readonly { readonly id: string, readonly label: string }[] }

/** What a step comes to on a given bench. Its changes are not applied yet. */
export type StepEffect
  = | { readonly kind: 'done', readonly changes: readonly Change[], readonly note: string, readonly reading?: Reading }
  /** Changes of a failed step are made too: an error window does stand on the bench. */
    | { readonly kind: 'failed', readonly changes: readonly Change[], readonly issue: Issue, readonly reading?: Reading }
    | { readonly kind: 'waits', readonly untilMs: number, readonly note: string }
    | { readonly kind: 'asks', readonly question: Question }

type StepOf<K extends Step['kind']> = Extract<Step, { kind: K }>

/** Computes the effect of one step on the bench as it stands. */
export function performStep(step: Step, bench: BenchState, context: StepContext): StepEffect {
  switch (step.kind) {
    case 'program.open': return openProgram(step, bench, context)
    case 'program.raise': return raiseProgram(step.programId, bench)
    case 'program.close': return closeProgram(step, bench, context)
    case 'place.open': return openPlace(step, bench, context)
    case 'message.show': {
      const text = expandVariables(step.text, bench.folders)
      if (!text.ok) return failed(text.issues)
      return { kind: 'done', changes: [{ kind: 'message.show', message: { id: context.nextId(), text: text.value, atMs: context.nowMs } }], note: 'The message is on screen.' }
    }
    case 'wait': return { kind: 'waits', untilMs: context.nowMs + step.ms, note: `Waited ${step.ms} ms.` }
    default: return assertNever(step)
  }
}

/**
 * The argv an open step would give its program, program first, known folders filled in.
 * Issues: `program-missing`, and those of `expandVariables` with `args.N` as the place.
 */
export function argvOf(step: StepOf<'program.open'>, bench: BenchState): Result<string[]> {
  const program = bench.programs[step.programId]
  const issues: Issue[] = program ? [] : [programMissing(bench, step.programId)]
  const argv = [program?.executable ?? step.programId]
  step.args.forEach((argument, i) => {
    const expanded = expandVariables(argument, bench.folders)
    if (expanded.ok) argv.push(expanded.value)
    else issues.push(...expanded.issues.map(issue => ({ ...issue, at: `args.${i}` })))
  })
  return issues.length > 0 ? fail(...issues) : succeed(argv)
}

function openProgram(step: StepOf<'program.open'>, bench: BenchState, context: StepContext): StepEffect {
  const argv = argvOf(step, bench)
  if (!argv.ok) return failed(argv.issues)
  return startProgram(step.programId, argv.value.slice(1), bench, context, step.windowMode)
}

function startProgram(programId: string, args: readonly string[], bench: BenchState, context: StepContext, windowMode?: BenchWindow['mode']): StepEffect {
  const launched = launch(bench, { programId, args, windowMode, windowId: context.nextId() })
  if (!launched.ok) return failed(launched.issues)
  const { kind, changes, reading } = launched.value
  const name = bench.programs[programId]!.name
  switch (kind) {
    case 'error-window': return { kind: 'failed', changes, reading, issue: { code: 'error-window', message: `${name} showed an error window. ${reading.refusal!.text}: ${reading.refusal!.because}` } }
    case 'opened': return { kind: 'done', changes, reading, note: `${name} opened.` }
    case 'loaded': return { kind: 'done', changes, reading, note: `${name} was running; it took the arguments and came to the front.` }
    case 'came-to-front': return { kind: 'done', changes, reading, note: `${name} was running; it came to the front.` }
    default: return assertNever(kind)
  }
}

function raiseProgram(programId: string, bench: BenchState): StepEffect {
  const program = bench.programs[programId]
  if (!program) return failed([programMissing(bench, programId)])
  const window = windowsOf(bench, programId)[0]
  if (!window) return failed([{ code: 'program-not-running', message: `${program.name} is not running, so there is no window to bring to the front.` }])
  const note = frontWindow(bench)?.id === window.id ? `${program.name} was in front already.` : `${program.name} came to the front.`
  return { kind: 'done', changes: [{ kind: 'window.raise', windowId: window.id }], note }
}

function closeProgram(step: StepOf<'program.close'>, bench: BenchState, context: StepContext): StepEffect {
  const program = bench.programs[step.programId]
  if (!program) return failed([programMissing(bench, step.programId)])
  const windows = windowsOf(bench, step.programId)
  if (windows.length === 0) return { kind: 'done', changes: [], note: `${program.name} was not running.` }
  const unsaved = windows.filter(hasUnsaved)
  const policy = step.unsaved === 'ask' ? context.answer as UnsavedPolicy | undefined : step.unsaved
  if (unsaved.length > 0 && policy === undefined) return { kind: 'asks', question: unsavedQuestion(bench, unsaved) }
  const changes = windows.flatMap(window => (hasUnsaved(window) ? closeUnsaved(window, policy!) : [close(window)]))
  const note = unsaved.length > 0 ? `${program.name}: ${unsavedOutcome[policy as Exclude<UnsavedPolicy, 'ask'>]}` : `${program.name} closed.`
  return { kind: 'done', changes, note }
}

const unsavedOutcome: Record<Exclude<UnsavedPolicy, 'ask'>, string> = {
  save: 'unsaved work was saved, then it closed.',
  discard: 'it closed, unsaved work was discarded.',
  leave: 'windows with unsaved work were left open.',
  hide: 'windows with unsaved work were hidden.',
}

function unsavedQuestion(bench: BenchState, windows: readonly BenchWindow[]): Question {
  return {
    text: `There is unsaved work in ${windows.map(window => windowTitle(bench, window)).join('; ')}. What shall happen to it?`,
    choices: [
      { id: 'save', label: 'Save and close' }, { id: 'discard', label: 'Close without saving' },
      { id: 'leave', label: 'Leave open' }, { id: 'hide', label: 'Hide instead' },
    ],
  }
}

const close = (window: BenchWindow): Change => ({ kind: 'window.close', windowId: window.id })

function closeUnsaved(window: BenchWindow, policy: UnsavedPolicy): Change[] {
  switch (policy) {
    case 'save': {
      const documents = window.content.documents.map(document => ({ ...document, unsaved: false }))
      return [{ kind: 'window.show', windowId: window.id, content: { ...window.content, documents } }, close(window)]
    }
    case 'discard': return [close(window)]
    case 'hide': return [{ kind: 'window.mode', windowId: window.id, mode: 'hidden' }]
    case 'leave':
    case 'ask': return []
    default: return assertNever(policy)
  }
}

/** An address has a scheme (RFC 3986, §3.1) and an authority. */
export function isAddress(place: string): boolean {
  return /^[a-z][a-z0-9+.-]*:\/\//i.test(place)
}

function openPlace(step: StepOf<'place.open'>, bench: BenchState, context: StepContext): StepEffect {
  const place = expandVariables(step.place, bench.folders)
  if (!place.ok) return failed(place.issues)
  const kind = isAddress(place.value) ? 'address' : 'folder'
  if (kind === 'folder' && bench.files[place.value]?.kind !== 'folder') {
    const folders = Object.keys(bench.files).filter(path => bench.files[path]!.kind === 'folder')
    return failed([{ code: 'place-missing', message: `There is no folder ${place.value} on the bench.${didYouMean(place.value, folders)}` }])
  }
  const programId = step.programId ?? Object.values(bench.programs).find(program => program.opens.includes(kind))?.id
  if (!programId) return failed([{ code: 'no-opener', message: `No program on the bench opens ${kind === 'address' ? 'addresses' : 'folders'}.` }])
  return startProgram(programId, [place.value], bench, context)
}

function failed(issues: readonly Issue[]): StepEffect {
  return { kind: 'failed', changes: [], issue: { code: issues[0]!.code, message: issues.map(issue => issue.message).join(' ') } }
}
