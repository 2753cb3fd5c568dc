import type { History } from '../../contract'
import type { BenchState } from '../../core/bench'
import type { ValueTable } from '../../core/command'
import { tableFor } from '../../core/levers'
import type { Frame, KeySettings, Lever, NamedValue } from '../../core/levers'
import { fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import {
  freePlates,
  readFrames,
  readKeySettings,
  readLevers,
  readValues,
  removeFrame,
  removeLever,
  removeValue,
  writeFrame,
  writeKeySettings,
  writeLever,
  writeValue,
} from '../database/leverTable'
import type { Database, Queries } from '../database/openStore'
import { addRevision, markRevision, nextRedo, nextUndo, readHistory } from '../database/revisionTable'
import type { RevisionEntry } from '../database/schema'
import type { BookState, PlannedEdit } from './bookState'
import type { LiveFeed } from './liveFeed'
import type { SerialQueue } from './serialQueue'
import { withFollowers } from './variantEdits'
import type { Workstation } from './workstation'

type Note = (database: Queries, entries: RevisionEntry[]) => Promise<void>

/** The levers, frames and named values, with every edit kept as a revision. */
export class LeverBook {
  private editCount = 0

  private constructor(
    private readonly database: Database,
    private readonly queue: SerialQueue,
    private readonly feed: LiveFeed,
    private readonly workstation: Workstation,
    private readonly levers: Map<string, Lever>,
    private readonly frames: Map<string, Frame>,
    private readonly values: Map<string, NamedValue>,
    private keys: KeySettings,
    private history: History,
  ) {}

  static async read(
    database: Database,
    queue: SerialQueue,
    feed: LiveFeed,
    workstation: Workstation,
  ): Promise<LeverBook> {
    return new LeverBook(
      database,
      queue,
      feed,
      workstation,
      byId(await readLevers(database)),
      byId(await readFrames(database)),
      byId(await readValues(database)),
      await readKeySettings(database),
      await readHistory(database),
    )
  }

  /** What edits are planned against. */
  get state(): BookState {
    return { levers: this.levers, frames: this.frames, values: this.values, keys: this.keys }
  }

  get allLevers(): Lever[] {
    return [...this.levers.values()].sort((a, b) => a.plate - b.plate)
  }

  get allFrames(): Frame[] {
    return [...this.frames.values()].sort((a, b) => a.position - b.position)
  }

  get allValues(): NamedValue[] {
    return [...this.values.values()].sort((a, b) => (a.name < b.name ? -1 : 1))
  }

  get keySettings(): KeySettings {
    return this.keys
  }

  get currentHistory(): History {
    return this.history
  }

  /** Goes up with every edit; what was computed from the levers holds as long as it stays. */
  get revision(): number {
    return this.editCount
  }

  lever(id: string): Lever | undefined {
    return this.levers.get(id)
  }

  frame(id: string): Frame | undefined {
    return this.frames.get(id)
  }

  /** The named values that a frame's levers can use, resolved on the bench as it stands. */
  tableFor(frameId: string, bench: BenchState): ValueTable {
    return tableFor(frameId, this.allValues, bench)
  }

  /** Plans an edit against what stands and makes it, as one revision; variants follow what their pattern became. An edit without entries is none. */
  edit<T>(plan: (state: BookState, bench: BenchState) => Result<PlannedEdit<T>>): Promise<Result<T>> {
    return this.queue.run(async () => {
      const planned = plan(this.state, this.workstation.state)
      if (!planned.ok) return planned
      const { label, entries, answer } = planned.value
      if (entries.length === 0) return succeed(answer)
      const stored = await this.store(
        withFollowers(entries, this.state, this.workstation.state.programs),
        (database, settled) => addRevision(database, { atMs: Date.now(), label, entries: settled }),
      )
      return stored.ok ? succeed(answer) : stored
    })
  }

  undo(): Promise<Result<History>> {
    return this.queue.run(async () => {
      const revision = await nextUndo(this.database)
      if (!revision) return fail({ code: 'nothing-to-undo', message: 'There is nothing to undo.' })
      const entries = revision.entries.map((entry) => this.renewed(entry, 'before'))
      return this.store(entries.map(reversed).reverse(), (database) =>
        markRevision(database, revision.id, 'undone', entries),
      )
    })
  }

  redo(): Promise<Result<History>> {
    return this.queue.run(async () => {
      const revision = await nextRedo(this.database)
      if (!revision) return fail({ code: 'nothing-to-redo', message: 'There is nothing to redo.' })
      const entries = revision.entries.map((entry) => this.renewed(entry, 'after'))
      return this.store(entries, (database) => markRevision(database, revision.id, 'applied', entries))
    })
  }

  /** The side that comes back gets a version of its own, so that a tab that still holds an older one is told. */
  private renewed(entry: RevisionEntry, side: 'before' | 'after'): RevisionEntry {
    if ((entry.kind !== 'lever' && entry.kind !== 'value') || !entry[side]) return entry
    const version = Math.max(entry.before?.version ?? 0, entry.after?.version ?? 0) + 1
    return { ...entry, [side]: { ...entry[side], version } } as RevisionEntry
  }

  private async store(entries: RevisionEntry[], note: Note): Promise<Result<History>> {
    const made = this.workstation.tryChanges(entries.flatMap((entry) => (entry.kind === 'bench' ? entry.changes : [])))
    if (!made.ok) return made
    const settled = entries.map((entry) =>
      entry.kind === 'bench' ? { ...entry, changes: made.value.effective, inverse: made.value.inverse } : entry,
    )
    const work = async (transaction: Queries) => {
      await writeEntries(transaction, settled)
      await note(transaction, settled)
      return readHistory(transaction)
    }
    this.history =
      made.value.effective.length > 0
        ? await this.workstation.commitTogether(made.value, work)
        : await this.database.transaction(work)
    const { changed, removed } = this.adopt(settled)
    this.editCount += 1
    this.feed.publish({
      type: 'levers',
      changed,
      removed,
      frames: this.allFrames,
      values: this.allValues,
      keys: this.keys,
      history: this.history,
    })
    return succeed(this.history)
  }

  private adopt(entries: readonly RevisionEntry[]): { changed: Lever[]; removed: string[] } {
    const changed: Lever[] = []
    const removed: string[] = []
    for (const entry of entries) {
      if (entry.kind === 'bench') continue
      if (entry.kind === 'keys') {
        this.keys = entry.after
        continue
      }
      const map = { lever: this.levers, frame: this.frames, value: this.values }[entry.kind] as Map<string, unknown>
      if (entry.after) map.set(entry.id, entry.after)
      else map.delete(entry.id)
      if (entry.kind !== 'lever') continue
      if (entry.after) changed.push(entry.after)
      else removed.push(entry.id)
    }
    return { changed, removed }
  }
}

function reversed(entry: RevisionEntry): RevisionEntry {
  return entry.kind === 'bench'
    ? { kind: 'bench', changes: entry.inverse, inverse: entry.changes }
    : ({ ...entry, before: entry.after, after: entry.before } as RevisionEntry)
}

/** Frames come before what is in them and go after it. */
async function writeEntries(database: Queries, entries: readonly RevisionEntry[]): Promise<void> {
  const levers = entries.filter((entry) => entry.kind === 'lever')
  const frames = entries.filter((entry) => entry.kind === 'frame')
  const values = entries.filter((entry) => entry.kind === 'value')
  for (const entry of entries) if (entry.kind === 'keys') await writeKeySettings(database, entry.after)
  for (const { after } of frames) if (after) await writeFrame(database, after)
  await freePlates(
    database,
    levers.map((entry) => entry.id),
  )
  for (const { id, after } of levers) if (!after) await removeLever(database, id)
  for (const { after } of levers) if (after) await writeLever(database, after)
  for (const { id, after } of values) await (after ? writeValue(database, after) : removeValue(database, id))
  for (const { id, after } of frames) if (!after) await removeFrame(database, id)
}

function byId<T extends { id: string }>(rows: T[]): Map<string, T> {
  return new Map(rows.map((row) => [row.id, row]))
}
