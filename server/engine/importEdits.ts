import { createHash } from 'node:crypto'
import type { ImportBody } from '../../contract'
import type { BenchState } from '../../core/bench'
import { decodeEntryFile, exportEntries, planImportInSteps } from '../../core/desktop'
import type { ImportItem } from '../../core/desktop'
import { tableFor, withoutNothing } from '../../core/levers'
import type { Lever } from '../../core/levers'
import { atOnce, fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import { readEntryFiles } from '../database/entryFileTable'
import type { Queries } from '../database/openDatabase'
import type { RevisionEntry } from '../database/schema'
import { edited, nextPlate } from './bookState'
import type { BookState, PlannedEdit } from './bookState'
import { frameMissing } from './leverEdits'
import { newId } from './newId'
import { renewed, setUp } from './programEdits'

/** The texts of imported files, by the ids their levers have for them. */
export type KeptTexts = ReadonlyMap<string, string>

/** The text of an imported file is named by its SHA-256, so that one that is kept already is the same. */
export function entryFileId(text: string): string {
  return createHash('sha256').update(text).digest('hex')
}

/** The texts that are kept of the files that some levers came from. */
export function keptTextsOf(database: Queries, levers: Iterable<Lever>): Promise<KeptTexts> {
  const ids = new Set<string>()
  for (const { origin } of levers) if (origin?.file !== undefined) ids.add(origin.file)
  return readEntryFiles(database, [...ids])
}

/** The texts that an import would keep. */
export function textsToKeep(body: ImportBody): { id: string; text: string }[] {
  return filesOf(body).flatMap(({ bytes }) => {
    const text = decodeEntryFile(bytes)
    return text.ok ? [{ id: entryFileId(text.value), text: text.value }] : []
  })
}

function filesOf(body: ImportBody): { name: string; bytes: Uint8Array }[] {
  return body.files.map(({ name, base64 }) => ({ name, bytes: new Uint8Array(Buffer.from(base64, 'base64')) }))
}

/** What the files would come to; `kept` are the texts of files that were imported before. */
export function planEntries(
  body: ImportBody,
  kept: KeptTexts,
  state: BookState,
  bench: BenchState,
): Generator<void, ImportItem[]> {
  const levers = [...state.levers.values()]
  const fileText = (id: string) => kept.get(id)
  const byEntry = new Map<string, Lever[]>()
  for (const lever of levers)
    if (lever.origin) byEntry.set(lever.origin.entry, [...(byEntry.get(lever.origin.entry) ?? []), lever])
  return planImportInSteps({
    files: filesOf(body),
    locale: body.locale,
    desktop: body.desktop,
    frameId: body.frameId,
    forced: body.forced,
    bench,
    levers,
    fileId: entryFileId,
    fileText,
    exported: ({ entry, action }) => {
      const values = [...state.values.values()]
      const tableOf = (frameId: string) => tableFor(frameId, values, bench)
      const all = byEntry.get(entry) ?? []
      const chosen = all.filter((lever) => action === undefined || lever.origin!.action === action)
      return exportEntries(chosen, bench, tableOf, { fileText }).files[0]?.text
    },
  })
}

/** What an import comes to, with what it was planned against. */
export interface PlannedImport {
  readonly items: ImportItem[]
  readonly revision: number
  readonly bench: BenchState
}

/**
 * Imports all that a preview shows as to be created or changed. It is planned before its turn, and again only where
 * something else has changed since. Issue: `frame-missing`.
 */
export function importEntries(body: ImportBody, kept: KeptTexts, planned: PlannedImport) {
  return (state: BookState, bench: BenchState): Result<PlannedEdit<ImportItem[]>> => {
    if (!state.frames.has(body.frameId)) return fail(frameMissing(body.frameId, state.frames))
    const isStill = planned.revision === state.revision && planned.bench === bench
    const items = isStill ? planned.items : atOnce(planEntries(body, kept, state, bench))
    const made = new Set<string>()
    const changes = items.flatMap((item) => (item.program ? setUp(renewed(item.program, bench), bench, made) : []))
    const first = nextPlate(state)
    let count = 0
    const levers = items
      .flatMap((item) => item.levers)
      .flatMap((planned): RevisionEntry[] => {
        if (planned.fate === 'same') return []
        const known = planned.leverId === undefined ? undefined : state.levers.get(planned.leverId)
        if (known) return [edited(known, planned.draft)]
        const lever = withoutNothing({ ...planned.draft, id: newId(), plate: first + count++, version: 1 })
        return [{ kind: 'lever', id: lever.id, before: null, after: lever }]
      })
    const entries: RevisionEntry[] = [
      ...(changes.length > 0 ? [{ kind: 'bench' as const, changes, inverse: [] }] : []),
      ...levers,
    ]
    return succeed({
      label: `Imported ${items.filter((item) => item.fate === 'create' || item.fate === 'change').length} Desktop Entries`,
      entries,
      answer: items,
    })
  }
}
