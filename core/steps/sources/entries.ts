import Papa from 'papaparse'
import {
  byName,
  deviceKindWords,
  draftOf,
  everyFile,
  fileAt,
  folderOf,
  globToRegExp,
  kindAt,
  namesIn,
  nearestPath,
  pathIn,
  stackedWindows,
  windowTitle,
} from '../../bench'
import type { BenchState, BenchWindow } from '../../bench'
import { expandNames, lastPart } from '../../command'
import { assertNever, fail, own, succeed } from '../../result'
import type { Result } from '../../result'
import { listOf, textOfValue, valueAt } from '../../values'
import type { Value } from '../../values'
import { namesFor } from '../namesFor'
import type { StepContext } from '../effect'
import { folderMeant, pathFrom } from '../fileWork'
import { stepIssue } from '../issues'
import type { FileOrder, Source } from './schema'

type FileSource = Extract<Source, { kind: 'files' }>

/** So many entries a loop, a question or a look-up takes. */
export const MOST_ENTRIES = 100_000

/**
 * What a source has as the bench stands, in order; small, so that it can be kept: of files their paths. `entryNow`
 * makes whole entries of them. Issues: `folder-missing`, `not-a-folder`, `value-missing`, `table-unreadable`,
 * `too-many`, and those of `expandNames`.
 */
export function entriesOf(source: Source, bench: BenchState, context: StepContext): Result<Value[]> {
  const entries = allEntries(source, bench, context)
  if (!entries.ok || entries.value.length <= MOST_ENTRIES) return entries
  return fail(stepIssue({ code: 'too-many', count: entries.value.length, most: MOST_ENTRIES, what: 'entry' }))
}

function allEntries(source: Source, bench: BenchState, context: StepContext): Result<Value[]> {
  const names = namesFor(bench, context.values)
  const filled = (text: string) => expandNames(text, names)
  switch (source.kind) {
    case 'files':
      return pathsIn(source, bench, context)
    case 'lines': {
      const text = filled(source.text)
      return text.ok ? succeed(listOf(text.value)) : text
    }
    case 'list':
      return allOf(source.items.map(filled))
    case 'value': {
      const value = valueAt(context.scope ?? {}, source.name)
      if (value !== undefined) return succeed(listOf(value))
      const text = own(names.values, source.name)
      if (text !== undefined) return succeed(listOf(text))
      return fail(stepIssue({ code: 'value-missing', name: source.name, known: Object.keys(context.scope ?? {}) }))
    }
    case 'table': {
      const rows = source.rows.map((row) => allOf(row.map(filled)))
      const filledRows = allOf(rows)
      return filledRows.ok ? succeed(filledRows.value.map((row) => recordOf(source.columns, row))) : filledRows
    }
    case 'csv':
      return rowsOfCsv(source.path, bench, context)
    case 'windows':
      return succeed(windowsOfSource(source.programId, bench).map((window) => windowEntry(window, bench)))
    case 'programs': {
      const ids = [...new Set(windowsOfSource(undefined, bench).map(({ programId }) => programId))]
      return succeed(ids.flatMap((id) => programEntry(id, bench) ?? []))
    }
    case 'tabs':
      return succeed(windowsOfSource(source.programId, bench).flatMap((window) => tabEntries(window, bench)))
    case 'devices':
      return succeed(
        Object.values(bench.devices)
          .filter(({ kind, plugged }) => plugged !== false && (source.deviceKind ?? kind) === kind)
          .map(({ id, name, kind }) => ({ text: name, id, name, kind: deviceKindWords[kind].one })),
      )
    case 'levers':
      return succeed(
        (context.leversOf?.(source.frameId) ?? []).map(({ id, name, plate, aliases }) => ({
          text: name,
          id,
          name,
          plate,
          aliases: [...aliases],
        })),
      )
    case 'addresses':
      return succeed(bench.addresses.map(({ name, address }) => ({ text: address, name, address })))
    default:
      return assertNever(source)
  }
}

/** A kept entry as it is now; undefined where it is gone, such as a file that somebody moved meanwhile. */
export function entryNow(source: Source, kept: Value, bench: BenchState): Value | undefined {
  switch (source.kind) {
    case 'files':
      return typeof kept === 'string' ? fileEntry(kept, bench) : undefined
    case 'windows':
    case 'tabs': {
      const id = textOfValue(partOf(kept, source.kind === 'tabs' ? 'window' : 'id'))
      return own(bench.windows, id) ? kept : undefined
    }
    case 'programs':
      return windowsOfSource(textOfValue(partOf(kept, 'id')), bench).length > 0 ? kept : undefined
    default:
      return kept
  }
}

/** What an entry is called where one is chosen, and what tells it from others alike. */
export function entryLabel(entry: Value): { label: string; detail?: string } {
  const name = textOfValue(partOf(entry, 'name'))
  const text = textOfValue(entry)
  const label = name === '' ? text : name
  const rest = ['program', 'address', 'folder', 'kind']
    .map((part) => textOfValue(partOf(entry, part)))
    .find((detail) => detail !== '' && detail !== label)
  return rest === undefined ? { label } : { label, detail: rest }
}

function partOf(value: Value, part: string): Value {
  return typeof value === 'object' && value !== null && !Array.isArray(value) ? (own(value, part) ?? null) : null
}

function allOf<T>(results: readonly Result<T>[]): Result<T[]> {
  const values: T[] = []
  for (const result of results) {
    if (!result.ok) return result
    values.push(result.value)
  }
  return succeed(values)
}

/** A row by the names of its columns; it reads as its first cell. */
function recordOf(columns: readonly string[], cells: readonly string[]): Value {
  const named = columns.map((column, i) => [column, cells[i] ?? ''] as const)
  const first = cells[0] ?? ''
  return Object.fromEntries([['text', first], ...named])
}

function pathsIn(source: FileSource, bench: BenchState, context: StepContext): Result<string[]> {
  const folder = folderMeant(source.folder, bench, context.values)
  if (!folder.ok) return folder
  const names = namesFor(bench, context.values)
  const pattern = expandNames(source.pattern, names)
  if (!pattern.ok) return pattern
  const fits = pattern.value === '' ? undefined : globToRegExp(pattern.value)
  const found: { path: string; sizeBytes: number; changedAtMs: number }[] = []
  const take = (path: string) => {
    const file = fileAt(bench.files, path)
    if (!file || (fits && !fits.test(lastPart(path)))) return
    if (source.what !== 'both' && (file.kind === 'file') !== (source.what === 'files')) return
    const sizeBytes = file.kind === 'file' ? file.sizeBytes : 0
    const changedAtMs = (file.kind === 'file' ? file.changedAtMs : undefined) ?? 0
    const ageMs = context.nowMs - changedAtMs
    if (source.newerThanMs !== undefined && ageMs > source.newerThanMs) return
    if (source.olderThanMs !== undefined && ageMs <= source.olderThanMs) return
    if (source.largerThan !== undefined && sizeBytes <= source.largerThan) return
    if (source.smallerThan !== undefined && sizeBytes >= source.smallerThan) return
    found.push({ path, sizeBytes, changedAtMs })
  }
  if (source.isDeep) {
    const below = folder.value === '/' ? '/' : `${folder.value}/`
    for (const [path] of everyFile(bench.files)) if (path !== below && path.startsWith(below)) take(path)
  } else for (const [name] of namesIn(bench.files, folder.value)) take(pathIn(folder.value, name))
  return succeed(sorted(found, source.order))
}

function sorted(found: { path: string; sizeBytes: number; changedAtMs: number }[], order: FileOrder): string[] {
  const by: Record<FileOrder, (a: (typeof found)[number], b: (typeof found)[number]) => number> = {
    name: () => 0,
    newest: (a, b) => b.changedAtMs - a.changedAtMs,
    oldest: (a, b) => a.changedAtMs - b.changedAtMs,
    largest: (a, b) => b.sizeBytes - a.sizeBytes,
    smallest: (a, b) => a.sizeBytes - b.sizeBytes,
  }
  return found.sort((a, b) => by[order](a, b) || byName.compare(a.path, b.path)).map(({ path }) => path)
}

function fileEntry(path: string, bench: BenchState): Value | undefined {
  const file = fileAt(bench.files, path)
  if (!file) return undefined
  const name = lastPart(path)
  const dot = file.kind === 'file' ? name.lastIndexOf('.') : -1
  const changedAtMs = file.kind === 'file' ? file.changedAtMs : undefined
  return {
    text: path,
    path,
    name,
    stem: dot > 0 ? name.slice(0, dot) : name,
    extension: dot > 0 ? name.slice(dot + 1) : '',
    folder: folderOf(path),
    size: file.kind === 'file' ? file.sizeBytes : 0,
    changed: changedAtMs === undefined ? '' : new Date(changedAtMs).toISOString(),
  }
}

/** The text of a file, as it stands in a window where it is being written, else as it was saved. */
export function textOfFile(path: string, bench: BenchState): Result<string> {
  const file = fileAt(bench.files, path)
  if (file?.kind !== 'file') {
    const issue = { path, nearest: nearestPath(bench, path, 'file') }
    return fail(stepIssue({ code: 'place-missing', ...issue }, 'path'))
  }
  const open = stackedWindows(bench)
    .flatMap(({ content }) => content.documents)
    .findLast((document) => document.path === path && document.draft)
  if (open) return succeed(draftOf(bench, open).text)
  if (file.text !== undefined) return succeed(file.text)
  return fail(stepIssue({ code: 'table-unreadable', path, because: 'it is no text.' }, 'path'))
}

function rowsOfCsv(template: string, bench: BenchState, context: StepContext): Result<Value[]> {
  const path = pathFrom(template, bench, context.values)
  if (!path.ok) return path
  if (kindAt(bench.files, path.value) === 'folder')
    return fail(stepIssue({ code: 'table-unreadable', path: path.value, because: 'it is a folder.' }, 'path'))
  const text = textOfFile(path.value, bench)
  if (!text.ok) return text
  const { data, errors } = Papa.parse<string[]>(text.value.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' })
  const [error] = errors.filter(({ code }) => code !== 'UndetectableDelimiter')
  if (error) {
    const because = `${error.message}${error.row === undefined ? '' : `, row ${error.row + 1}`}.`
    return fail(stepIssue({ code: 'table-unreadable', path: path.value, because }, 'path'))
  }
  const [columns = [], ...rows] = data
  return succeed(
    rows.map((row) =>
      recordOf(
        columns.map((column) => column.trim()),
        row,
      ),
    ),
  )
}

function windowsOfSource(programId: string | undefined, bench: BenchState): BenchWindow[] {
  return stackedWindows(bench)
    .filter((window) => programId === undefined || window.programId === programId)
    .reverse()
}

function windowEntry(window: BenchWindow, bench: BenchState): Value {
  const title = windowTitle(bench, window)
  const program = own(bench.programs, window.programId)?.name ?? window.programId
  const address = window.content.active ?? window.content.documents.at(-1)?.path ?? ''
  return { text: title, id: window.id, title, program, address, desktop: window.desktop ?? 1 }
}

function programEntry(id: string, bench: BenchState): Value | undefined {
  const program = own(bench.programs, id)
  return program && { text: program.name, id, name: program.name, windows: windowsOfSource(id, bench).length }
}

function tabEntries(window: BenchWindow, bench: BenchState): Value[] {
  const program = own(bench.programs, window.programId)?.name ?? window.programId
  return window.content.documents.map(({ path }) => ({
    text: path,
    window: window.id,
    program,
    address: path,
    title: lastPart(path),
  }))
}
