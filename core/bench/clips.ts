import { isAddress, lastPart } from '../command'
import { fail, own, succeed } from '../result'
import type { Failure, Result } from '../result'
import type { Change } from './change'
import { draftOf, selectionOf } from './draft'
import { everyFile, kindAt, nodeAt } from './files'
import { benchIssue } from './issues'
import { freeName, pathIn } from './paths'
import type { BenchState, BenchWindow, Clip, Program } from './schema'
import { typeInto, writingIn } from './text'
import type { WritingPlace } from './text'
import type { VerbContext } from './verbContext'
import { documentInFront, placeName } from './windows'

/**
 * What is selected in a window onto the clipboard: of a text what is marked in it, or all; of a folder the files that
 * are marked, or itself; else the address or path it shows. Issues: `nothing-to-copy`, `nothing-to-write-in`.
 */
export function copyFrom(
  state: BenchState,
  window: BenchWindow,
  how: 'copy' | 'cut',
  context: VerbContext,
): Result<Change[]> {
  const place = writingIn(state, window)
  const said = place ? { text: selectedText(state, place) } : shownIn(state, window)
  if (said.text === '') return fail(benchIssue({ code: 'nothing-to-copy' }))
  const copy: Change = { kind: 'clipboard.put', clip: clipFrom(state, window, said, context) }
  if (how === 'copy') return succeed([copy])
  if (!place) return nothingToWriteIn(own(state.programs, window.programId))
  const draft = draftOf(state, place.document)
  const { from, to } = selectionOf(draft)
  const all = from === to
  const taken = typeInto(state, place, '') as Extract<Change, { kind: 'document.edit' }>
  return succeed([copy, all ? { ...taken, at: 0, deletes: draft.text.length, cursor: 0 } : taken])
}

/** A stand-in for the picture that a window shows. Issue: `nothing-to-copy`. */
export function copyPicture(state: BenchState, window: BenchWindow, context: VerbContext): Result<Change[]> {
  const document = documentInFront(window.content)
  const program = own(state.programs, window.programId)
  const what = document ? placeName(document.path) : program?.name
  if (!what) return fail(benchIssue({ code: 'nothing-to-copy' }))
  const said = { text: `Picture: ${what}`, kind: 'picture' as const }
  return succeed([{ kind: 'clipboard.put', clip: clipFrom(state, window, said, context) }])
}

/** A clip from a window; from a program that holds secrets it only passes through. */
export function clipFrom(
  state: BenchState,
  { programId }: BenchWindow,
  said: Pick<Clip, 'text' | 'kind'>,
  { nowMs, nextId }: VerbContext,
): Clip {
  const isSecret = own(state.programs, programId)?.secret === true
  return { id: nextId(), ...said, atMs: nowMs, programId, ...(isSecret ? { passing: true } : {}) }
}

function shownIn(state: BenchState, window: BenchWindow): Pick<Clip, 'text' | 'kind'> {
  const path = documentInFront(window.content)?.path ?? ''
  if (isAddress(path)) return { text: path, kind: 'address' }
  if (kindAt(state.files, path) === undefined) return { text: path }
  const folder = folderShown(state, window)
  const marked = folder === undefined ? [] : (window.content.selected ?? []).map((name) => pathIn(folder, name))
  const paths = marked.filter((marks) => kindAt(state.files, marks) !== undefined)
  return { text: (paths.length > 0 ? paths : [path]).join('\n'), kind: 'files' }
}

function selectedText(state: BenchState, place: WritingPlace): string {
  const draft = draftOf(state, place.document)
  const { from, to } = selectionOf(draft)
  return from < to ? draft.text.slice(from, to) : draft.text
}

/**
 * What was copied, 1 the newest, into the document of a window; files into the folder that it shows, as copies under
 * free names. Issues: `nothing-to-paste`, `nothing-to-write-in`, `files-gone`.
 */
export function pasteInto(state: BenchState, window: BenchWindow, nth: number, nowMs: number): Result<Change[]> {
  const clip = state.clipboard?.[nth - 1]
  const place = writingIn(state, window)
  const folder = place ? undefined : folderShown(state, window)
  if (!place && folder === undefined) return nothingToWriteIn(own(state.programs, window.programId))
  if (!clip) return fail(benchIssue({ code: 'nothing-to-paste', nth, count: state.clipboard?.length ?? 0 }))
  if (place) return succeed([typeInto(state, place, clip.text)])
  return clip.kind === 'files'
    ? filesInto(state, folder!, clip.text.split('\n'), nowMs)
    : nothingToWriteIn(own(state.programs, window.programId))
}

function filesInto(state: BenchState, folder: string, paths: readonly string[], nowMs: number): Result<Change[]> {
  const changes: Change[] = []
  const taken = new Set<string>()
  for (const path of paths) {
    const node = nodeAt(state.files, path)
    if (!node) continue
    const target = freeName(
      pathIn(folder, lastPart(path)),
      (candidate) => taken.has(candidate) || kindAt(state.files, candidate) !== undefined,
    )
    taken.add(target)
    if (node.kind === 'file') {
      changes.push({ kind: 'file.put', path: target, file: { ...node, changedAtMs: nowMs } })
      continue
    }
    for (const [below, file] of everyFile(node))
      changes.push({ kind: 'file.put', path: below === '/' ? target : target + below, file })
  }
  return changes.length > 0 ? succeed(changes) : fail(benchIssue({ code: 'files-gone' }))
}

export function nothingToWriteIn(program: Program | undefined): Failure {
  return fail(benchIssue({ code: 'nothing-to-write-in', ...(program ? { program: program.name } : {}) }))
}

/** The folder that a window shows. */
export function folderShown(state: BenchState, { content }: BenchWindow): string | undefined {
  const front = documentInFront(content)
  return front && kindAt(state.files, front.path) === 'folder' ? front.path : undefined
}
