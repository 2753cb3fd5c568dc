import { asc, eq, gt, inArray, isNotNull } from 'drizzle-orm'
import { applyChange, changeSchema, readBench, writtenBenchSchema } from '../../core/bench'
import type { BenchState } from '../../core/bench'
import { lineOf } from '../../core/ledger'
import { counted, logEntrySchema, runHeadSchema, runSheetSchema, STEP_BUDGET } from '../../core/run'
import type { LogEntry, RunHead, RunSheet } from '../../core/run'
import { lastSeq, writeBenchAt } from './benchTable'
import type { Database, Queries } from './openDatabase'
import { readMostBehind, writeLines, writeMostBehind } from './ledgerTable'
import { benchChanges, benchHead, benchSnapshots, levers, runs } from './schema'
import { writeRuns } from './runTable'
import type { LogWrite } from './runTable'
import { putAside } from './setAside'
import { SHAPE } from './shapes'

/**
 * Brings what an older version has stored up to how it is written now. Each part in a transaction of its own, so that
 * it can be gone on with.
 */
export async function upgradeStore(database: Database): Promise<void> {
  await database.transaction(upgradeBench)
  for (;;) {
    const done = await database.transaction(upgradeRuns)
    if (done === 0) break
  }
  await upgradeLedger(database)
}

/** Up to 0.5.0 runs were found by their heads alone. */
async function upgradeLedger(database: Database): Promise<void> {
  if ((await readMostBehind(database)) !== undefined) return
  const rows = await database.select({ id: levers.id, frameId: levers.frameId }).from(levers)
  const frameOf = new Map(rows.map(({ id, frameId }) => [id, frameId]))
  let [after, latestMs, mostBehindMs] = [0, 0, 0]
  for (;;) {
    const slice = await database
      .select({ seq: runs.seq, head: runs.head, sheet: runs.sheet, startedAtMs: runs.startedAtMs })
      .from(runs)
      .where(gt(runs.seq, after))
      .orderBy(asc(runs.seq))
      .limit(RUNS_AT_ONCE)
    if (slice.length === 0) break
    const lines = slice.flatMap((row) => {
      const head = runHeadSchema.safeParse(row.head)
      if (!head.success || head.data.phase !== 'ended') return []
      const sheet = runSheetSchema.safeParse(row.sheet)
      const frameId = frameOf.get(head.data.leverId) ?? null
      return [lineOf(head.data, row.seq, frameId, sheet.success ? sheet.data : null, [])]
    })
    await writeLines(database, lines)
    for (const { startedAtMs } of slice) {
      mostBehindMs = Math.max(mostBehindMs, latestMs - startedAtMs)
      latestMs = Math.max(latestMs, startedAtMs)
    }
    after = slice.at(-1)!.seq
  }
  await writeMostBehind(database, mostBehindMs)
}

/** Up to 0.4.0 the bench was one snapshot and a table of changes. */
async function upgradeBench(database: Queries): Promise<void> {
  const [head] = await database.select().from(benchHead)
  const [snapshot] = await database.select().from(benchSnapshots).orderBy(asc(benchSnapshots.version)).limit(1)
  if (head || !snapshot) return
  const later = await database
    .select()
    .from(benchChanges)
    .where(gt(benchChanges.version, snapshot.version))
    .orderBy(asc(benchChanges.version))
  let state: BenchState = readBench(writtenBenchSchema.parse(snapshot.state))
  for (const row of later) {
    const change = changeSchema.safeParse(row.change)
    const after = change.success ? applyChange(state, change.data) : change
    if ('ok' in after && after.ok) state = after.value
    else await putAside(database, 'bench_changes', String(row.version), row.change, 'the change cannot be read or made')
  }
  await writeBenchAt(database, { version: later.at(-1)?.version ?? snapshot.version, state }, snapshot.atMs)
  await database.delete(benchSnapshots)
  await database.delete(benchChanges)
}

const RUNS_AT_ONCE = 200

async function upgradeRuns(database: Queries): Promise<number> {
  const rows = await database
    .select({ id: runs.id, seq: runs.seq, body: runs.body })
    .from(runs)
    .where(isNotNull(runs.body))
    .orderBy(asc(runs.seq))
    .limit(RUNS_AT_ONCE)
  if (rows.length === 0) return 0
  const [head] = await database.select().from(benchHead)
  let seq = await lastSeq(database)
  const odd: string[] = []
  for (const row of rows) {
    const read = readRunOfShape1(row.body)
    if (!read.ok) {
      odd.push(row.id)
      await putAside(database, 'runs', row.id, row.body, read.because)
      continue
    }
    const entries = read.log.map((body): LogWrite => ({
      seq: ++seq,
      runId: row.id,
      source: 'run',
      atMs: body.startedAtMs,
      // The parts of the bench hold them already.
      version: head!.version,
      body,
    }))
    const hasJustEnded = read.head.phase === 'ended'
    await writeRuns(database, [{ seq: row.seq, head: read.head, hasJustEnded }], entries)
    await database.update(runs).set({ body: null, sheet: read.sheet, shape: SHAPE }).where(eq(runs.id, row.id))
  }
  if (odd.length > 0) await database.delete(runs).where(inArray(runs.id, odd))
  return rows.length
}

interface OldEntry extends Omit<LogEntry, 'path' | 'changes'> {
  stepIndex: number
}
interface OldRun extends Omit<RunHead, 'stack' | 'question' | 'progress'>, RunSheet {
  position: number
  question: { text: string; choices: { id: string; label: string }[] } | null
  ramp?: { startedAtMs: number; from: Record<string, number>; last: Record<string, number> }
  firstWay?: string
  trace: OldEntry[]
  changes: (LogEntry['changes'][number] & { stepIndex: number })[]
}

/** A run as it was stored up to 0.4.0, one value with all it had done, as a head, a sheet and a log. */
export function readRunOfShape1(
  stored: unknown,
): { ok: true; head: RunHead; sheet: RunSheet; log: LogEntry[] } | { ok: false; because: string } {
  try {
    const old = stored as OldRun
    const log = logOf(old)
    const head = log.reduce((counting: RunHead, entry) => counted(counting, entry), headOf(old))
    const isOpen = old.phase !== 'ended'
    return {
      ok: true,
      head: runHeadSchema.parse({ ...head, note: old.trace.at(-1)?.note ?? '', ...(isOpen ? {} : { phase: 'ended' }) }),
      sheet: runSheetSchema.parse({ steps: old.steps, values: old.values }),
      log: log.map((entry) => logEntrySchema.parse(entry)),
    }
  } catch (error) {
    return { ok: false, because: (error as Error).message }
  }
}

function logOf({ trace, changes }: OldRun): LogEntry[] {
  return trace.map(({ stepIndex, ...entry }) => ({
    ...entry,
    path: entry.firstWay === undefined ? String(stepIndex) : `${stepIndex}.alternative`,
    changes: changes
      .filter((change) => change.stepIndex === stepIndex)
      .map(({ stepIndex: _step, ...change }) => change),
  }))
}

function headOf(old: OldRun): RunHead {
  const { position, question, ramp, firstWay, trace, steps, values: _values, changes: _changes, ...rest } = old
  const isSecond = firstWay !== undefined && (old.phase === 'waiting' || old.phase === 'asking')
  return {
    ...rest,
    stack: [
      { kind: 'sheet', index: position },
      ...(isSecond ? [{ kind: 'second-way' as const, because: firstWay, index: 0 }] : []),
    ],
    question: question && { kind: 'choice', id: old.isGated ? 'gate' : `q${trace.length}`, ...question },
    ...(old.phase === 'waiting' ? { waitMs: Math.max(0, old.wakeAtMs! - (trace.at(-1)?.startedAtMs ?? 0)) } : {}),
    ...(ramp ? { progress: { kind: 'ramp', ...ramp } } : {}),
    budget: STEP_BUDGET,
    stepCount: steps.length,
    entryCount: 0,
    changeCount: 0,
    ignoredCount: 0,
    failedCount: trace.filter((entry) => entry.outcome === 'failed').length,
    note: '',
  }
}
