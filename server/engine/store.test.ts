import { sql } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { writeBench } from '../../core/bench'
import { leverDraftSchema } from '../../core/levers'
import type { Lever } from '../../core/levers'
import { valueOf } from '../../core/result'
import { changesOf, traceOf } from '../../core/run'
import { memoryStore } from '../../tests/support/memoryDatabase'
import type { OpenDatabase } from '../database/openDatabase'
import { listRuns, readDays, readRun, dayOf } from '../database/runTable'
import { demoContent } from '../database/content'
import { listSetAside } from '../database/setAside'
import { changeByHand, edit } from './edits'
import { startEngine } from './engine'
import type { Engine } from './engine'
import { createLever } from './leverEdits'
import { pullLever } from './pullLever'
import { sweep } from './retention'
import { editSettings } from './settingEdits'

let opened: OpenDatabase
let engine: Engine

beforeEach(async () => {
  vi.spyOn(console, 'error').mockImplementation(() => undefined)
  vi.spyOn(console, 'warn').mockImplementation(() => undefined)
  opened = await memoryStore()
  engine = await startEngine(opened)
}, 60_000)
afterEach(async () => {
  vi.restoreAllMocks()
  await engine.close()
})

/** Ends the engine and starts another on the same database, as a restart does. */
async function restart(): Promise<void> {
  const { database, folder } = opened
  await engine.halt()
  engine = await startEngine({ database, folder, close: opened.close })
}

const make = async (steps: Record<string, unknown>[], part: Record<string, unknown> = {}): Promise<Lever> => {
  const filled = steps.map((step, i) => ({ id: `s${i}`, ...step }))
  const draft = leverDraftSchema.parse({ frameId: 'desk', name: 'Tried', steps: filled, ...part })
  return valueOf(await edit(engine.store, createLever(draft)))
}
const say = (text: string) => ({ kind: 'message.show', text })
const pull = async (lever: Lever) => {
  const { id } = valueOf(await pullLever(engine.store, engine.driver, lever.id, 'api'))
  await engine.driver.settled(id)
  return (await engine.driver.find(id))!
}
const codeOf = (result: { ok: boolean; issues?: readonly { code: string }[] }) => result.issues?.[0]?.code

describe('runs', () => {
  test('a pull is stored when it returns, however long it goes on; what it did is one entry a step', async () => {
    const lever = await make(Array.from({ length: 400 }, (_, i) => say(`Mark ${i}`)))
    const pulled = valueOf(await pullLever(engine.store, engine.driver, lever.id, 'key'))
    expect(await readRun(opened.database, pulled.id)).toBeDefined()
    await engine.driver.settled(pulled.id)
    const run = (await readRun(opened.database, pulled.id))!
    expect([run.head.outcome, run.log.length, run.head.entryCount]).toEqual(['done', 400, 400])
    expect(changesOf(run)).toHaveLength(400)
    expect(engine.store.bench.messages.filter(({ text }) => text.startsWith('Mark'))).toHaveLength(400)
  })

  test('several go side by side, and none keeps another from its turn', async () => {
    const long = await make(
      Array.from({ length: 3000 }, (_, i) => say(`Long ${i}`)),
      { whileRunning: 'beside' },
    )
    const short = await make([say('Short')])
    const first = valueOf(await pullLever(engine.store, engine.driver, long.id, 'api'))
    const done = await pull(short)
    const between = (await engine.driver.find(first.id))!
    expect([done.head.outcome, between.head.phase]).toEqual(['done', 'ready'])
    await engine.driver.settled(first.id, 30_000)
    expect((await engine.driver.find(first.id))!.head.outcome).toBe('done')
  }, 40_000)

  test('one answer that is sent twice at once answers one question; an older question is told apart', async () => {
    const close = { kind: 'program.close', programId: 'night-book', unsaved: 'ask' }
    const lever = await make([close, close])
    const { head } = await pull(lever)
    const [first, second] = await Promise.all([
      engine.driver.answer(head.id, 'leave'),
      engine.driver.answer(head.id, 'leave'),
    ])
    // The second comes while the next question is already there, or just before.
    expect([first.ok, ['question-older', 'not-asking'].includes(codeOf(second)!)]).toEqual([true, true])
    await vi.waitFor(async () => expect((await engine.driver.find(head.id))!.head.phase).toBe('asking'))
    const asking = (await engine.driver.find(head.id))!.head
    expect([asking.phase, asking.stack[0]!.index]).toEqual(['asking', 1])
    expect(codeOf(await engine.driver.answer(head.id, 'leave', head.question!.id))).toBe('question-older')
    expect((await engine.driver.answer(head.id, 'leave', asking.question!.id)).ok).toBe(true)
    expect((await engine.driver.find(head.id))!.head.outcome).toBe('done')
  })

  test('what cannot be stored ends its run as failed, with the reason in the ledger, and nothing stays running', async () => {
    const lever = await make([say('a'), { kind: 'wait', ms: 5 }, say('b')])
    const execute = vi.spyOn(opened.database, 'execute')
    const waiting = valueOf(await pullLever(engine.store, engine.driver, lever.id, 'api'))
    execute.mockRejectedValueOnce(new Error('the disk is full'))
    await vi.waitFor(async () => expect((await engine.driver.find(waiting.id))!.head.phase).toBe('ended'))
    const run = (await readRun(opened.database, waiting.id))!
    expect([run.head.outcome, run.head.note]).toEqual([
      'failed',
      'What it did could not be stored, so it was not done: the disk is full',
    ])
    expect(engine.driver.runsOf(lever.id)).toEqual([])
    expect(engine.store.bench.messages.some(({ text }) => text === 'b')).toBe(false)
    execute.mockRejectedValueOnce(new Error('the disk is full'))
    const refused = await pull(lever)
    expect([refused.head.outcome, engine.driver.runsOf(lever.id)]).toEqual(['failed', []])
  })

  test('a run and its bench are the same after a restart at any moment', async () => {
    const steps = [say('a'), { kind: 'wait', ms: 60_000 }, { kind: 'run.put-back' }]
    const lever = await make(steps)
    const { head } = await pull(lever)
    const before = writeBench(engine.store.bench)
    await restart()
    expect(writeBench(engine.store.bench)).toEqual(before)
    const again = (await engine.driver.find(head.id))!
    expect(again.head).toEqual(head)
    expect((await engine.driver.pullForward(head.id)).ok).toBe(true)
    expect(traceOf((await engine.driver.find(head.id))!).map(({ outcome }) => outcome)).toEqual([
      'done',
      'done',
      'done',
    ])
  })

  test('a wait takes no longer than its own length after a start, also where the clock was set back', async () => {
    const lever = await make([{ kind: 'wait', ms: 60_000 }])
    const { head } = await pull(lever)
    const now = Date.now()
    vi.spyOn(Date, 'now').mockReturnValue(now - 3_600_000)
    await restart()
    const left = (await engine.driver.find(head.id))!.head.wakeAtMs! - engine.store.clock.nowMs()
    expect(left).toBeLessThanOrEqual(60_000)
    expect(left).toBeGreaterThan(50_000)
  })

  test('the bench is its parts and the changes since, also behind a snapshot; what no run made is dropped there', async () => {
    const lever = await make(Array.from({ length: 450 }, (_, i) => say(`Mark ${i}`)))
    valueOf(await changeByHand(engine.store, [{ kind: 'device.plug', deviceId: 'finder-camera', plugged: true }]))
    const run = await pull(lever)
    const file = { kind: 'file' as const, sizeBytes: 7 }
    valueOf(await changeByHand(engine.store, [{ kind: 'file.put', path: '/home/watch/late.txt', file }]))
    const before = writeBench(engine.store.bench)
    const version = engine.store.benchVersion
    await restart()
    expect([writeBench(engine.store.bench), engine.store.benchVersion]).toEqual([before, version])
    const report = valueOf(await engine.driver.putBack(run.head.id))
    expect([report.undone.length, report.left.length]).toEqual([450, 0])
  })

  test('what is kept no longer goes: logs first, then runs; sums of the day stay, and what is dropped cannot be put back', async () => {
    const lever = await make([say('a')])
    const runs = []
    for (let i = 0; i < 12; i++) runs.push(await pull(lever))
    const { body } = engine.store.book.settings
    const retention = { ...body.retention, mostLogs: 100, mostRuns: 100 }
    valueOf(await edit(engine.store, editSettings({ ...body, retention })))
    expect(await sweep(engine.store)).toEqual({ runs: 0, logs: 0 })
    engine.store.book.settings = {
      version: 9,
      body: { ...body, retention: { ...retention, mostLogs: 5, mostRuns: 8 } },
    }
    expect(await sweep(engine.store)).toEqual({ runs: 4, logs: 3 })
    const left = await listRuns(opened.database, 100)
    expect(left.map(({ head }) => head.id)).toEqual(
      runs
        .slice(4)
        .map(({ head }) => head.id)
        .reverse(),
    )
    expect(codeOf(await engine.driver.putBack(runs[4]!.head.id))).toBe('log-dropped')
    expect((await engine.driver.putBack(runs[11]!.head.id)).ok).toBe(true)
    const [day] = await readDays(opened.database, lever.id, dayOf(Date.now()) - 1)
    expect([day!.pulls, day!.done]).toEqual([12, 12])
  })

  test('pages of the ledger never pass a run over, in the order of pulls and not of a clock', async () => {
    const lever = await make([say('a')])
    const ids: string[] = []
    const clock = vi.spyOn(engine.store.clock, 'nowMs')
    for (let i = 0; i < 7; i++) {
      clock.mockReturnValue(1_000_000 - (i % 3) * 500)
      ids.unshift((await pull(lever)).head.id)
    }
    const seen: string[] = []
    let before: number | undefined
    for (;;) {
      const page = await listRuns(opened.database, 2, before)
      if (page.length === 0) break
      seen.push(...page.map(({ head }) => head.id))
      before = page.at(-1)!.seq
    }
    expect(seen).toEqual(ids)
  })
})

test('a row that cannot be read is set aside and told, and the rest is there', async () => {
  await opened.database.execute(`update levers set steps = '[{"id":"a","kind":"gone"}]' where id = 'lever-3'`)
  await opened.database.execute(`update runs set head = '{}' where true`)
  await restart()
  expect([engine.store.book.levers.has('lever-3'), engine.store.book.levers.size]).toEqual([
    false,
    demoContent.levers.length - 1,
  ])
  const [odd] = await listSetAside(opened.database)
  expect([odd!.origin, odd!.key]).toEqual(['levers', 'lever-3'])
  expect(odd!.because).toContain('steps')
})

test('a bench that does not fit together, or has something odd in it, is mended at the start and told', async () => {
  const { bench } = engine.store
  await opened.database.execute(
    sql`update bench_parts set body = (body::jsonb || '["w-gone"]')::json where part = 'stack'`,
  )
  await opened.database.execute(
    sql`update bench_parts
      set body = (body::jsonb || '{"odd":{"id":"odd","name":"","kind":"other","controls":{}}}')::json
      where part = 'devices'`,
  )
  await opened.database.execute(
    sql`update bench_parts set body = (body::jsonb || '{"sub":{"kind":"thing"}}')::json where part = 'folder:/home/watch'`,
  )
  const change = JSON.stringify({ changes: [{ change: { kind: 'window.raise', windowId: 'w-gone' } }] })
  await opened.database.execute(
    sql`insert into log_entries (seq, source, at_ms, version, body, shape) values (900, 'hand', 0, 900, ${change}::json, 2)`,
  )
  await restart()
  const told = (await listSetAside(opened.database)).filter(({ origin }) => origin === 'bench')
  expect(told.map(({ key }) => key).sort()).toEqual([
    'devices odd',
    'folder:/home/watch sub',
    'log 900',
    'stack w-gone',
  ])
  expect(engine.store.bench).toEqual(bench)
  // It is stored as it was mended, so that the next start finds nothing.
  await restart()
  expect((await listSetAside(opened.database)).filter(({ origin }) => origin === 'bench')).toHaveLength(4)
  expect([engine.store.bench, engine.store.benchVersion]).toEqual([bench, 900])
})

test('settings that cannot be read are told, and those as delivered hold', async () => {
  await opened.database.execute(sql`insert into settings (id, version, body) values ('keys', 3, '{"keyboard":"odd"}')
    on conflict (id) do update set body = excluded.body`)
  await restart()
  expect(engine.store.book.keys.body.keyboard).toBe('iso-full')
  const [odd] = (await listSetAside(opened.database)).filter(({ origin }) => origin === 'settings')
  expect([odd!.key, odd!.because]).toEqual(['keys', expect.stringContaining('keyboard')])
})
