import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest'
import { applyChanges, readBench, writeBench } from '../../core/bench'
import type { Change, WrittenBench } from '../../core/bench'
import { valueOf } from '../../core/result'
import { changesOf, traceOf } from '../../core/run'
import { storeOf040 } from '../../tests/support/memoryDatabase'
import { listRevisions } from '../database/revisionTable'
import { listRuns, readDays } from '../database/runTable'
import { listSetAside } from '../database/setAside'
import { readRunOfShape1 } from '../database/upgrades'
import { redo, undo } from './edits'
import { startEngine } from './engine'
import type { Engine } from './engine'

interface OldRun {
  id: string
  phase: string
  outcome: string
  trace: { sentence: string; outcome: string; note: string }[]
  changes: { change: Change; sentence: string }[]
}

let engine: Engine
let rows: Record<string, Record<string, unknown>[]>
const oldRuns = () => rows.runs!.map((row) => row.body as OldRun)
const oldRun = (name: string) =>
  rows.runs!.find((row) => (row.body as { leverName: string }).leverName === name)!.body as OldRun

beforeAll(async () => {
  const opened = await storeOf040()
  // A while after it was left: what waited in it waits still.
  vi.spyOn(Date, 'now').mockReturnValue(1_795_747_900_000)
  rows = opened.rows
  engine = await startEngine(opened)
  vi.restoreAllMocks()
}, 60_000)
afterAll(() => engine.close())

describe('a store of version 0.4.0', () => {
  test('has its bench: the snapshot, and every change made since', () => {
    const { state } = rows.bench_snapshots![0] as { state: WrittenBench }
    const changes = rows.bench_changes!.map((row) => row.change as Change)
    const expected = valueOf(applyChanges(readBench(state), changes))
    expect(writeBench(engine.store.bench)).toEqual(writeBench(expected))
    expect(engine.store.benchVersion).toBe(rows.bench_changes!.at(-1)!.version)
  })

  test('has its levers with their keys, its frames and its values', () => {
    const { book } = engine.store
    expect(book.allLevers.map(({ id, name, plate }) => [id, name, plate])).toEqual(
      rows.levers!.map((row) => [row.id, row.name, row.plate]).sort((a, b) => Number(a[2]) - Number(b[2])),
    )
    expect(book.allLevers.flatMap(({ triggers }) => triggers)).toHaveLength(rows.triggers!.length)
    const chart = book.levers.get('lever-1')!
    expect(chart.triggers).toEqual(rows.triggers!.filter((row) => row.lever_id === 'lever-1').map((row) => row.body))
    expect([book.allFrames.length, book.allValues.length]).toEqual([rows.frames!.length, rows.named_values!.length])
    expect(book.frames.get('outreach')!.condition).toEqual({ kind: 'program-runs', programId: 'visitor-board' })
  })

  test('has its runs in their order, each with what it did and changed', async () => {
    const stored = await listRuns(engine.store.database, 100)
    const inOrder = oldRuns().sort(
      (a, b) =>
        Number((a as never as { startedAtMs: number }).startedAtMs) -
        Number((b as never as { startedAtMs: number }).startedAtMs),
    )
    expect(stored.map(({ head }) => head.id)).toEqual(inOrder.map(({ id }) => id).reverse())
    for (const old of oldRuns()) {
      const run = (await engine.driver.find(old.id))!
      expect([run.head.phase, run.head.outcome]).toEqual([old.phase, old.outcome])
      expect(traceOf(run).map(({ sentence, outcome, note }) => ({ sentence, outcome, note }))).toEqual(
        old.trace.map(({ sentence, outcome, note }) => ({ sentence, outcome, note })),
      )
      expect(changesOf(run).map(({ sentence }) => sentence)).toEqual(old.changes.map(({ sentence }) => sentence))
    }
    const days = await readDays(engine.store.database, 'lever-1', 0)
    expect(days.map(({ pulls, done }) => [pulls, done])).toEqual([[1, 1]])
  })

  test('goes on with what waits and what asks', async () => {
    const asking = oldRun('Close down at dawn')
    const waiting = oldRun('Quiet for ten minutes')
    expect([asking.phase, waiting.phase]).toEqual(['asking', 'waiting'])
    expect((await engine.runDesk.answer(asking.id, 'leave')).ok).toBe(true)
    expect((await engine.driver.find(asking.id))!.head.outcome).toBe('done')
    const muted = () =>
      Object.values(engine.store.bench.devices).filter((device) => device.controls.mute?.value === true)
    const before = muted().length
    expect((await engine.runDesk.pullForward(waiting.id)).ok).toBe(true)
    expect((await engine.driver.find(waiting.id))!.head.outcome).toBe('done')
    expect(muted().length).toBeLessThan(before)
  })

  test('a run of before is put back, once', async () => {
    const night = oldRun('Prepare the night')
    const report = valueOf(await engine.runDesk.putBack(night.id))
    expect(report.undone.length + report.left.length + report.gone.length).toBe(night.changes.length)
    expect(await engine.runDesk.putBack(night.id)).toMatchObject({ ok: false, issues: [{ code: 'already-put-back' }] })
  })

  test('what was undone can be done again, and every edit can be undone', async () => {
    const { book } = engine.store
    expect(book.history.redo).toBe('Edited 7 Comet chart, as it was left')
    expect(valueOf(await redo(engine.store)).redo).toBe(null)
    expect(book.levers.get('lever-7')!.name).toBe('Comet chart, as nobody left it')
    const edits = (await listRevisions(engine.store.database, 100)).filter(({ state }) => state === 'applied')
    for (const _edit of edits) valueOf(await undo(engine.store))
    expect(book.history.undo).toBe(null)
    expect([book.levers.size, book.levers.get('lever-15')?.name, book.frames.get('outreach')!.condition]).toEqual([
      21,
      'Ask for red light',
      undefined,
    ])
    expect(Object.hasOwn(engine.store.bench.devices, 'shed-lamp')).toBe(false)
    expect(await undo(engine.store)).toMatchObject({ ok: false, issues: [{ code: 'nothing-to-undo' }] })
  })

  test('nothing was set aside', async () => {
    expect(await listSetAside(engine.store.database)).toEqual([])
  })
})

test('a run that is none is told, with the reason, and does not throw', () => {
  expect(readRunOfShape1({ odd: true })).toMatchObject({ ok: false })
  expect(readRunOfShape1(null)).toMatchObject({ ok: false })
})
