import { applyChanges } from '../../core/bench'
import type { Change, Clip } from '../../core/bench'
import { succeed } from '../../core/result'
import { forgetLoggedClips, isAheadOfParts } from '../database/clipTable'
import { dropRevisions } from '../database/revisionTable'
import { dropUnusedWords } from '../database/ledgerTable'
import { dropLogs, dropRunsBefore, dropRunsUpto, lastRunSeq } from '../database/runTable'
import type { Store } from './store'
import { report } from '../report'

const FIRST_AFTER_MS = 20_000
const EVERY_MS = 3_600_000
const CLIPS_EVERY_MS = 60_000
/** So many runs go at once, so that nothing else waits long. */
const RUNS_AT_ONCE = 500
const ENTRIES_AT_ONCE = 200
const DAY_MS = 86_400_000
const HOUR_MS = 3_600_000

/** Drops what is kept no longer, by the settings as they stand: soon after the start, and every hour; clips by the minute. */
export class Retention {
  private timer: NodeJS.Timeout
  private readonly clips: NodeJS.Timeout

  constructor(private readonly store: Store) {
    this.timer = setTimeout(() => void this.sweepAgain(), FIRST_AFTER_MS).unref()
    this.clips = setInterval(() => void this.sweepClips(), CLIPS_EVERY_MS).unref()
  }

  close(): void {
    clearTimeout(this.timer)
    clearInterval(this.clips)
  }

  private async sweepClips(): Promise<void> {
    await sweepClips(this.store).catch((error: unknown) => report('retention', error))
  }

  private async sweepAgain(): Promise<void> {
    await sweep(this.store).catch((error: unknown) => report('retention', error))
    this.timer = setTimeout(() => void this.sweepAgain(), EVERY_MS).unref()
  }
}

/** Drops logs, runs and edits beyond what is kept. How many runs and logs there were. */
export async function sweep(store: Store): Promise<{ runs: number; logs: number }> {
  const { runDays, mostRuns, mostLogs, revisionDays, mostRevisions } = store.book.settings.body.retention
  const nowMs = store.clock.nowMs()
  const inSlices = async (drop: () => Promise<number>) => {
    let dropped = 0
    for (;;) {
      const count = await store.aside(drop)
      dropped += count
      if (count < RUNS_AT_ONCE) return dropped
    }
  }
  const newest = await store.aside(lastRunSeq)
  const old = await inSlices(() => dropRunsBefore(store.database, nowMs - runDays * DAY_MS, RUNS_AT_ONCE))
  const runs = old + (await inSlices(() => dropRunsUpto(store.database, newest - mostRuns, RUNS_AT_ONCE)))
  const logs = await inSlices(() => dropLogs(store.database, newest - mostLogs, RUNS_AT_ONCE))
  if (runs > 0) await inSlices(() => dropUnusedWords(store.database, RUNS_AT_ONCE))
  // In the turn of edits, so that the parts of one that is about to be made are not taken for loose ones.
  await store.editing(() =>
    store.aside((database) => dropRevisions(database, nowMs - revisionDays * DAY_MS, mostRevisions)),
  )
  return { runs, logs }
}

/**
 * Forgets what was copied longer ago than is kept: on the clipboard, by the clock of the bench, but for what is pinned;
 * and in what runs did, where what came from a program that holds secrets is forgotten at once. How many texts.
 */
export async function sweepClips(store: Store): Promise<number> {
  const keptMs = store.book.settings.body.retention.clipHours * HOUR_MS
  const taken = await takeOldClips(store, store.nowMs() - keptMs)
  const beforeMs = store.clock.nowMs() - keptMs
  // What the parts of the bench do not hold yet is made again at a start, texts and all.
  if (taken > 0 || (await store.aside((database) => isAheadOfParts(database, beforeMs)))) await store.snapshot()
  let forgotten = 0
  for (;;) {
    const count = await store.aside((database) => forgetLoggedClips(database, beforeMs, ENTRIES_AT_ONCE))
    forgotten += count
    if (count === 0) return taken + forgotten
  }
}

async function takeOldClips(store: Store, oldestMs: number): Promise<number> {
  const isOld = ({ atMs, pinned }: Clip) => atMs < oldestMs && !pinned
  if (!store.bench.clipboard?.some(isOld)) return 0
  const swept = await store.change(({ bench }) => {
    const changes = (bench.clipboard ?? [])
      .filter(isOld)
      .map(({ id }): Change => ({ kind: 'clipboard.take', clipId: id }))
    const after = applyChanges(bench, changes)
    if (!after.ok) return after
    return succeed({
      answer: changes.length,
      bench: after.value,
      log: [{ runId: null, source: 'hand' as const, changes }],
    })
  })
  return swept.ok ? swept.value : 0
}
