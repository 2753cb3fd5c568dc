import type { History } from '../../contract'
import type { BenchState } from '../../core/bench'
import type { ValueTable } from '../../core/command'
import { LeverLog, tableFor } from '../../core/levers'
import type { Frame, KeySettings, Lever, NamedValue } from '../../core/levers'
import type { Settings } from '../../core/settings'
import type { Kit } from '../../core/sheets'
import { readKits } from '../database/kitTable'
import { readFrames, readLevers, readSettings, readValues } from '../database/leverTable'
import type { Versioned } from '../database/leverTable'
import type { Queries } from '../database/openDatabase'
import { readHistory } from '../database/revisionTable'
import type { RevisionEntry } from '../database/schema'
import type { BookState } from './bookState'

/** What an edit altered, as it is told. */
export interface BookDelta {
  readonly levers: { readonly changed: Lever[]; readonly removed: string[] }
  readonly frames: { readonly changed: Frame[]; readonly removed: string[] }
  readonly values: { readonly changed: NamedValue[]; readonly removed: string[] }
  readonly kits: { readonly changed: Kit[]; readonly removed: string[] }
  readonly keys?: Versioned<KeySettings>
  readonly settings?: Versioned<Settings>
}

/** Levers, frames, named values and settings in memory, as they are stored, with what is derived from them. */
export class Book implements BookState {
  private count = 0
  /** Which levers the last edits touched. */
  readonly edits = new LeverLog()
  /** The versions of what was deleted, by id: what comes back has a higher one. */
  readonly goneVersions = new Map<string, number>()
  private tables = new Map<string | null, ValueTable>()
  private foldersOfTables: BenchState['folders'] | undefined
  private inOrder: { levers?: Lever[]; frames?: Frame[]; values?: NamedValue[] } = {}

  private constructor(
    readonly levers: Map<string, Lever>,
    readonly frames: Map<string, Frame>,
    readonly values: Map<string, NamedValue>,
    readonly kits: Map<string, Kit>,
    public keys: Versioned<KeySettings>,
    public settings: Versioned<Settings>,
    public history: History,
  ) {}

  static async read(database: Queries): Promise<Book> {
    const { keys, settings } = await readSettings(database)
    return new Book(
      byId(await readLevers(database)),
      byId(await readFrames(database)),
      byId(await readValues(database)),
      byId(await readKits(database)),
      keys,
      settings,
      await readHistory(database),
    )
  }

  /** By their numbers. */
  get allLevers(): readonly Lever[] {
    return (this.inOrder.levers ??= [...this.levers.values()].sort((a, b) => a.plate - b.plate))
  }

  /** By their places. */
  get allFrames(): readonly Frame[] {
    return (this.inOrder.frames ??= [...this.frames.values()].sort(
      (a, b) => a.position - b.position || byText(a.id, b.id),
    ))
  }

  /** By their names. */
  get allValues(): readonly NamedValue[] {
    return (this.inOrder.values ??= [...this.values.values()].sort(
      (a, b) => byText(a.name, b.name) || byText(a.id, b.id),
    ))
  }

  /** By their names. */
  get allKits(): readonly Kit[] {
    return [...this.kits.values()].sort((a, b) => byText(a.name, b.name) || byText(a.id, b.id))
  }

  /** Goes up with every edit; what was computed from the book holds as long as it stays. */
  get revision(): number {
    return this.count
  }

  /** The named values that a frame's levers can use, resolved once per change of values or folders. */
  tableFor(frameId: string, { folders }: Pick<BenchState, 'folders'>): ValueTable {
    if (this.foldersOfTables !== folders) {
      this.foldersOfTables = folders
      this.tables.clear()
    }
    let table = this.tables.get(frameId)
    if (!table) this.tables.set(frameId, (table = tableFor(frameId, this.allValues, { folders })))
    return table
  }

  /** Takes over what was stored. */
  adopt(entries: readonly RevisionEntry[]): BookDelta {
    const delta = {
      levers: { changed: [] as Lever[], removed: [] as string[] },
      frames: { changed: [] as Frame[], removed: [] as string[] },
      values: { changed: [] as NamedValue[], removed: [] as string[] },
      kits: { changed: [] as Kit[], removed: [] as string[] },
    }
    let settings: Pick<BookDelta, 'keys' | 'settings'> = {}
    for (const entry of entries) {
      switch (entry.kind) {
        case 'lever':
          take(this.levers, entry, delta.levers, this.goneVersions)
          break
        case 'frame':
          take(this.frames, entry, delta.frames, this.goneVersions)
          break
        case 'value':
          take(this.values, entry, delta.values, this.goneVersions)
          break
        case 'kit':
          take(this.kits, entry, delta.kits, this.goneVersions)
          break
        case 'keys':
          this.keys = { version: this.keys.version + 1, body: entry.after }
          settings = { ...settings, keys: this.keys }
          break
        case 'settings':
          this.settings = { version: this.settings.version + 1, body: entry.after }
          settings = { ...settings, settings: this.settings }
          break
        case 'bench':
          break
      }
    }
    const has = ({ changed, removed }: { changed: unknown[]; removed: unknown[] }) =>
      changed.length + removed.length > 0
    if (has(delta.levers)) this.inOrder.levers = undefined
    if (has(delta.frames)) this.inOrder.frames = undefined
    if (has(delta.values)) {
      this.inOrder.values = undefined
      this.tables.clear()
    }
    this.count += 1
    this.edits.record(delta.levers)
    return { ...delta, ...settings }
  }
}

function take<T extends { id: string; version?: number }>(
  map: Map<string, T>,
  { id, after }: { id: string; after: T | null },
  delta: { changed: T[]; removed: string[] },
  goneVersions: Map<string, number>,
): void {
  if (after) {
    map.set(id, after)
    delta.changed.push(after)
  } else {
    goneVersions.set(id, map.get(id)?.version ?? 1)
    map.delete(id)
    delta.removed.push(id)
  }
}

function byId<T extends { id: string }>(rows: T[]): Map<string, T> {
  return new Map(rows.map((row) => [row.id, row]))
}

function byText(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0
}
