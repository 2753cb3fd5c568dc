import { expandVariables } from '../command'
import { assertNever, fail, own, succeed } from '../result'
import type { Result } from '../result'
import { applyChanges } from './change'
import type { Change } from './change'
import { fileAt, kindAt } from './files'
import { benchIssue } from './issues'
import { momentValues } from './moment'
import { freeName, pathIn } from './paths'
import { binChange } from './bin'
import type { BenchState, BenchWindow, Program, Verb, VerbEffect } from './schema'
import { draftOf, sizeOfText } from './draft'
import { typeInto, placeCursor, writingIn } from './text'
import { copyFrom, copyPicture, folderShown, nothingToWriteIn, pasteInto } from './clips'
import type { VerbContext } from './verbContext'
import { documentInFront, frontWindow, hasUnsaved, windowsOf } from './windows'

/** A verb of a program by its id or its name. */
export function verbOf(program: Program, verb: string): Verb | undefined {
  return program.verbs?.find(({ id, name }) => id === verb || name === verb)
}

/** The key by which a program is told a verb, where it claims one. */
export function chordOfVerb(program: Program, verb: Verb): string | undefined {
  return program.claims.find((claim) => claim.verb === verb.id)?.chord
}

/**
 * What a window is told by a verb, as changes. Issues: `window-missing`, `verb-missing`, and what is wrong with doing it.
 */
export function tellVerb(state: BenchState, windowId: string, verb: string, context: VerbContext): Result<Change[]> {
  const window = own(state.windows, windowId)
  const program = window && own(state.programs, window.programId)
  if (!window || !program) return fail(benchIssue({ code: 'window-missing', windowId }, 'windowId'))
  const known = verbOf(program, verb)
  if (!known) {
    const names = (program.verbs ?? []).map(({ name }) => name)
    return fail(benchIssue({ code: 'verb-missing', program: program.name, verb, known: names }, 'verb'))
  }
  return perform(known.effect, state, window, program, context)
}

function perform(
  effect: VerbEffect,
  state: BenchState,
  window: BenchWindow,
  program: Program,
  context: VerbContext,
): Result<Change[]> {
  const { content } = window
  const show = (part: Partial<BenchWindow['content']>): Change => ({
    kind: 'window.show',
    windowId: window.id,
    content: { ...content, ...part },
  })
  const place = writingIn(state, window)
  switch (effect.kind) {
    case 'save':
      return saveDocuments(state, window, context.nowMs)
    case 'close-window':
      if (hasUnsaved(window)) return fail(benchIssue({ code: 'work-unsaved', program: program.name }))
      return succeed([{ kind: 'window.close', windowId: window.id }])
    case 'close-document': {
      const front = documentInFront(content)
      if (!front) return succeed([])
      if (front.unsaved) return fail(benchIssue({ code: 'work-unsaved', program: program.name }))
      const documents = content.documents.filter((document) => document !== front)
      const { active: _active, ...rest } = content
      return succeed([{ kind: 'window.show', windowId: window.id, content: { ...rest, documents } }])
    }
    case 'next-document': {
      const front = documentInFront(content)
      if (!front) return succeed([])
      const next = content.documents[(content.documents.indexOf(front) + 1) % content.documents.length]!
      return succeed([show({ active: next.path })])
    }
    case 'new-document': {
      const folder = content.workingDirectory ?? state.folders.documents ?? state.folders.home ?? '/'
      const path = freeDocument(state, window, pathIn(folder, effect.name))
      const document = { path, role: effect.role, unsaved: true, draft: { text: '', cursor: 0 } }
      return succeed([show({ documents: [...content.documents, document], active: path })])
    }
    case 'view': {
      const now = own(content.views ?? {}, effect.view) ?? effect.values[0]!
      const next = effect.values[(effect.values.indexOf(now) + 1) % effect.values.length]!
      return succeed([show({ views: { ...content.views, [effect.view]: next } })])
    }
    case 'select-all': {
      if (!place) return nothingToWriteIn(program)
      const { text } = draftOf(state, place.document)
      return succeed([placeCursor(place, text.length, 0)])
    }
    case 'copy':
    case 'cut':
      return copyFrom(state, window, effect.kind, context)
    case 'copy-picture':
      return copyPicture(state, window, context)
    case 'paste':
      return pasteInto(state, window, 1, context.nowMs)
    case 'insert': {
      if (!place) return nothingToWriteIn(program)
      const text = expandVariables(effect.text, { ...momentValues(context.nowMs), ...state.folders })
      return text.ok ? succeed([typeInto(state, place, text.value)]) : text
    }
    case 'make-folder': {
      const folder = folderShown(state, window)
      if (folder === undefined) return fail(benchIssue({ code: 'no-folder-shown', program: program.name }))
      const path = freeName(pathIn(folder, effect.name), (candidate) => kindAt(state.files, candidate) !== undefined)
      return succeed([{ kind: 'file.put', path, file: { kind: 'folder' } }])
    }
    case 'bin-selected':
      return binSelected(state, window, program)
    case 'say':
      return succeed([
        { kind: 'message.show', message: { id: context.nextId(), text: effect.text, atMs: context.nowMs } },
      ])
    case 'device': {
      const { deviceId, controlId } = effect
      const control = own(own(state.devices, deviceId)?.controls ?? {}, controlId)
      const value = effect.value === undefined ? !(control?.value ?? false) : effect.value
      return succeed([{ kind: 'device.set', deviceId, controlId, value }])
    }
    default:
      return assertNever(effect)
  }
}

/** Writes what was written in a window into its files, and marks its documents as saved. Issue: `folder-missing`. */
export function saveDocuments(state: BenchState, window: BenchWindow, nowMs: number): Result<Change[]> {
  const { documents } = window.content
  if (!documents.some(({ unsaved }) => unsaved)) return succeed([])
  const puts = documents.flatMap(({ path, draft, unsaved }): Change[] =>
    unsaved && draft && path.startsWith('/') ? [putText(state, path, draft.text, nowMs)] : [],
  )
  const tried = applyChanges(state, puts)
  if (!tried.ok) return tried
  const saved = documents.map(({ draft: _draft, ...document }) => ({ ...document, unsaved: false }))
  return succeed([
    ...puts,
    { kind: 'window.show', windowId: window.id, content: { ...window.content, documents: saved } },
  ])
}

/** The change that puts a text file at a path, in place of what it held. */
export function putText(state: BenchState, path: string, text: string, nowMs: number): Change {
  const before = fileAt(state.files, path)
  const kept = before?.kind === 'file' ? before : { kind: 'file' as const }
  return { kind: 'file.put', path, file: { ...kept, sizeBytes: sizeOfText(text), changedAtMs: nowMs, text } }
}

/** The window that is meant by a program, or by nobody: the topmost of that program, or the one in front. */
export function windowMeant(state: BenchState, programId: string): BenchWindow | undefined {
  return programId === '' ? frontWindow(state) : windowsOf(state, programId)[0]
}

function binSelected(state: BenchState, window: BenchWindow, program: Program): Result<Change[]> {
  const folder = folderShown(state, window)
  if (folder === undefined) return fail(benchIssue({ code: 'no-folder-shown', program: program.name }))
  const changes: Change[] = []
  const promised = new Set<string>()
  for (const name of window.content.selected ?? []) {
    const path = pathIn(folder, name)
    if (!kindAt(state.files, path)) continue
    const change = binChange(state, path, promised)
    if (typeof change === 'string') return fail(benchIssue({ code: change, path }))
    changes.push(change)
  }
  return succeed(changes)
}

/** A path that neither a file nor a document of the window has: `notes.log`, `notes 2.log`. */
function freeDocument(state: BenchState, window: BenchWindow, path: string): string {
  const taken = (candidate: string) =>
    kindAt(state.files, candidate) !== undefined || window.content.documents.some((entry) => entry.path === candidate)
  return freeName(path, taken)
}
