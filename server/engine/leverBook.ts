import type { History } from '../../contract'
import type { BenchState } from '../../core/bench'
import type { Frame, Lever, LeverDraft, LeverPatch } from '../../core/levers'
import { didYouMean } from '../../core/names'
import { fail, succeed } from '../../core/result'
import type { Issue, Result } from '../../core/result'
import type { Step } from '../../core/steps'
import { readFrames, readLevers, removeLever, writeFrame, writeLever } from '../database/leverTable'
import type { Database } from '../database/openStore'
import { addRevision, markRevision, nextRedo, nextUndo, readHistory } from '../database/revisionTable'
import type { RevisionEntry } from '../database/schema'
import type { LiveFeed } from './liveFeed'
import { newId } from './newId'
import type { SerialQueue } from './serialQueue'

/** The levers and frames, with every edit kept as a revision. */
export class LeverBook {
  private editCount = 0

  private constructor(
    private readonly database: Database,
    private readonly queue: SerialQueue,
    private readonly feed: LiveFeed,
    private readonly levers: Map<string, Lever>,
    private readonly frames: Map<string, Frame>,
    private history: History,
  ) {}

  static async read(database: Database, queue: SerialQueue, feed: LiveFeed): Promise<LeverBook> {
    const levers = await readLevers(database)
    const frames = await readFrames(database)
    return new LeverBook(database, queue, feed, byId(levers), byId(frames), await readHistory(database))
  }

  get allLevers(): Lever[] {
    return [...this.levers.values()].sort((a, b) => a.plate - b.plate)
  }

  get allFrames(): Frame[] {
    return [...this.frames.values()].sort((a, b) => a.position - b.position)
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

  /** Issues: `frame-missing`, `program-missing`, at their place in the draft. */
  create(draft: LeverDraft, bench: BenchState): Promise<Result<Lever>> {
    return this.queue.run(async () => {
      const issues = this.danglingNames(draft, bench)
      if (issues.length > 0) return fail(...issues)
      const plate = Math.max(0, ...[...this.levers.values()].map(lever => lever.plate)) + 1
      const lever: Lever = { ...draft, id: newId(), plate, version: 1 }
      await this.record(`Made ${plate} ${lever.name}`, [{ kind: 'lever', id: lever.id, before: null, after: lever }])
      return succeed(lever)
    })
  }

  /** Issues: `lever-missing`, `stale` when `version` is not the current one, and those of `create`. */
  edit(id: string, version: number, patch: LeverPatch, bench: BenchState): Promise<Result<Lever>> {
    return this.queue.run(async () => {
      const before = this.levers.get(id)
      if (!before) return fail(leverMissing(id))
      if (before.version !== version) return fail({ code: 'stale', message: `${before.plate} ${before.name} was edited elsewhere since you opened it (version ${before.version}, not ${version}). Nothing was overwritten.`, at: 'version' })
      const issues = this.danglingNames(patch, bench)
      if (issues.length > 0) return fail(...issues)
      const after: Lever = { ...before, ...patch, version: version + 1 }
      await this.record(editLabel(before, after), [{ kind: 'lever', id, before, after }])
      return succeed(after)
    })
  }

  remove(id: string): Promise<Result<History>> {
    return this.queue.run(async () => {
      const before = this.levers.get(id)
      if (!before) return fail(leverMissing(id))
      await this.record(`Deleted ${before.plate} ${before.name}`, [{ kind: 'lever', id, before, after: null }])
      return succeed(this.history)
    })
  }

  switchFrame(id: string, on: boolean): Promise<Result<Frame>> {
    return this.queue.run(async () => {
      const before = this.frames.get(id)
      if (!before) return fail({ code: 'frame-missing', message: `There is no frame “${id}”.` })
      if (before.on === on) return succeed(before)
      const after = { ...before, on }
      await this.record(`Switched ${before.name} ${on ? 'on' : 'off'}`, [{ kind: 'frame', id, before, after }])
      return succeed(after)
    })
  }

  undo(): Promise<Result<History>> {
    return this.queue.run(async () => {
      const revision = await nextUndo(this.database)
      if (!revision) return fail({ code: 'nothing-to-undo', message: 'There is nothing to undo.' })
      const entries = revision.entries.map(entry => this.renewed(entry, 'before'))
      await this.store(entries.map(entry => ({ ...entry, before: entry.after, after: entry.before }) as RevisionEntry), database => markRevision(database, revision.id, 'undone', entries))
      return succeed(this.history)
    })
  }

  redo(): Promise<Result<History>> {
    return this.queue.run(async () => {
      const revision = await nextRedo(this.database)
      if (!revision) return fail({ code: 'nothing-to-redo', message: 'There is nothing to redo.' })
      const entries = revision.entries.map(entry => this.renewed(entry, 'after'))
      await this.store(entries, database => markRevision(database, revision.id, 'applied', entries))
      return succeed(this.history)
    })
  }

  /** The side that comes back gets a version of its own, so that a tab that still holds an older one is told. */
  private renewed(entry: RevisionEntry, side: 'before' | 'after'): RevisionEntry {
    if (entry.kind !== 'lever' || !entry[side]) return entry
    const version = Math.max(entry.before?.version ?? 0, entry.after?.version ?? 0) + 1
    return { ...entry, [side]: { ...entry[side], version } }
  }

  private record(label: string, entries: RevisionEntry[]): Promise<void> {
    return this.store(entries, database => addRevision(database, { atMs: Date.now(), label, entries }))
  }

  private async store(entries: RevisionEntry[], note: (database: Parameters<typeof addRevision>[0]) => Promise<void>): Promise<void> {
    const history = await this.database.transaction(async (transaction) => {
      for (const entry of entries) {
        if (entry.kind === 'frame') await writeFrame(transaction, entry.after)
        else if (entry.after) await writeLever(transaction, entry.after)
        else await removeLever(transaction, entry.id)
      }
      await note(transaction)
      return readHistory(transaction)
    })
    const changed: Lever[] = []
    const removed: string[] = []
    for (const entry of entries) {
      if (entry.kind === 'frame') this.frames.set(entry.id, entry.after)
      else if (entry.after) changed.push(entry.after)
      else removed.push(entry.id)
    }
    for (const lever of changed) this.levers.set(lever.id, lever)
    for (const id of removed) this.levers.delete(id)
    this.history = history
    this.editCount += 1
    this.feed.publish({ type: 'levers', changed, removed, frames: this.allFrames, history })
  }

  private danglingNames(draft: LeverPatch, bench: BenchState): Issue[] {
    const issues: Issue[] = []
    if (draft.frameId !== undefined && !this.frames.has(draft.frameId)) {
      issues.push({ code: 'frame-missing', message: `There is no frame “${draft.frameId}”.${didYouMean(draft.frameId, this.frames.keys())}`, at: 'frameId' })
    }
    const check = (programId: string, at: string) => {
      if (bench.programs[programId]) return
      const names = Object.values(bench.programs).flatMap(program => [program.id, program.name])
      issues.push({ code: 'program-missing', message: `There is no program “${programId}” on the bench.${didYouMean(programId, names)}`, at })
    }
    draft.steps?.forEach((step: Step, i) => {
      if ('programId' in step && step.programId !== undefined) check(step.programId, `steps.${i}.programId`)
    })
    if (draft.scope && draft.scope.kind !== 'everywhere') draft.scope.programIds.forEach((id, i) => check(id, `scope.programIds.${i}`))
    return issues
  }
}

function byId<T extends { id: string }>(rows: T[]): Map<string, T> {
  return new Map(rows.map(row => [row.id, row]))
}

function leverMissing(id: string): Issue {
  return { code: 'lever-missing', message: `There is no lever “${id}”; it may have been deleted. Undo brings a deleted lever back.` }
}

function editLabel(before: Lever, after: Lever): string {
  if (before.enabled !== after.enabled) return `${after.enabled ? 'Enabled' : 'Disabled'} ${before.plate} ${before.name}`
  return `Edited ${before.plate} ${before.name}`
}
