import { sql } from 'drizzle-orm'
import { describe, expect, test, vi } from 'vitest'
import { writeBench } from '../../core/bench'
import { leverDraftSchema } from '../../core/levers'
import type { Lever } from '../../core/levers'
import { valueOf } from '../../core/result'
import { changesOf, traceOf } from '../../core/run'
import { engineOfEach, quietOfEach } from '../../tests/support/engineOfEach'
import { listRuns, readDays, readRun, dayOf } from '../database/runTable'
import { demoContent } from '../database/content'
import { listSetAside } from '../database/setAside'
import { changeByHand, edit } from './edits'
import { createLever } from './leverEdits'
import { pullLever } from './pullLever'
import { sweep } from './retention'
import { editSettings } from './settingEdits'

quietOfEach()
const its = engineOfEach()

const make = async (steps: Record<string, unknown>[], part: Record<string, unknown> = {}): Promise<Lever> => {
  const filled = steps.map((step, i) => ({ id: `s${i}`, ...step }))
  const draft = leverDraftSchema.parse({ frameId: 'desk', name: 'Tried', steps: filled, ...part })
  return valueOf(await edit(its.engine.store, createLever(draft)))
}
const say = (text: string) => ({ kind: 'message.show', text })
const pull = async (lever: Lever) => {
  const { id } = valueOf(await pullLever(its.engine.store, its.engine.driver, lever.id, 'api'))
  await its.engine.driver.settled(id)
  return (await its.engine.driver.find(id))!
}
const codeOf = (result: { ok: boolean; issues?: readonly { code: string }[] }) => result.issues?.[0]?.code

describe('runs', () => {
  test('a pull is stored when it returns, however long it goes on; what it did is one entry a step', async () => {
    const lever = await make(Array.from({ length: 400 }, (_, i) => say(`Mark ${i}`)))
    const pulled = valueOf(await pullLever(its.engine.store, its.engine.driver, lever.id, 'key'))
    expect(await readRun(its.opened.database, pulled.id)).toBeDefined()
    await its.engine.driver.settled(pulled.id)
    const run = (await readRun(its.opened.database, pulled.id))!
    expect([run.head.outcome, run.log.length, run.head.entryCount]).toEqual(['done', 400, 400])
    expect(changesOf(run)).toHaveLength(400)
    expect(its.engine.store.bench.messages.filter(({ text }) => text.startsWith('Mark'))).toHaveLength(400)
  })

  test('several go side by side, and none keeps another from its turn', async () => {
    const long = await make(
      Array.from({ length: 3000 }, (_, i) => say(`Long ${i}`)),
      { whileRunning: 'beside' },
    )
    const short = await make([say('Short')])
    const first = valueOf(await pullLever(its.engine.store, its.engine.driver, long.id, 'api'))
    const done = await pull(short)
    const between = (await its.engine.driver.find(first.id))!
    expect([done.head.outcome, between.head.phase]).toEqual(['done', 'ready'])
    await its.engine.driver.settled(first.id, 30_000)
    expect((await its.engine.driver.find(first.id))!.head.outcome).toBe('done')
  }, 40_000)

  test('one answer that is sent twice at once answers one question; an older question is told apart', async () => {
    const close = { kind: 'program.close', programId: 'night-book', unsaved: 'ask' }
    const lever = await make([close, close])
    const { head } = await pull(lever)
    const [first, second] = await Promise.all([
      its.engine.runDesk.answer(head.id, 'leave'),
      its.engine.runDesk.answer(head.id, 'leave'),
    ])
    // The second comes while the next question is already there, or just before.
    expect([first.ok, ['question-older', 'not-asking'].includes(codeOf(second)!)]).toEqual([true, true])
    await vi.waitFor(async () => expect((await its.engine.driver.find(head.id))!.head.phase).toBe('asking'))
    const asking = (await its.engine.driver.find(head.id))!.head
    expect([asking.phase, asking.stack[0]!.index]).toEqual(['asking', 1])
    expect(codeOf(await its.engine.runDesk.answer(head.id, 'leave', head.question!.id))).toBe('question-older')
    expect((await its.engine.runDesk.answer(head.id, 'leave', asking.question!.id)).ok).toBe(true)
    expect((await its.engine.driver.find(head.id))!.head.outcome).toBe('done')
  })

  test('what cannot be stored ends its run as failed, with the reason in the ledger, and nothing stays running', async () => {
    const lever = await make([say('a'), { kind: 'wait', ms: 5 }, say('b')])
    const execute = vi.spyOn(its.opened.database, 'execute')
    const waiting = valueOf(await pullLever(its.engine.store, its.engine.driver, lever.id, 'api'))
    execute.mockRejectedValueOnce(new Error('the disk is full'))
    await vi.waitFor(async () => expect((await its.engine.driver.find(waiting.id))!.head.phase).toBe('ended'))
    const run = (await readRun(its.opened.database, waiting.id))!
    expect([run.head.outcome, run.head.note]).toEqual([
      'failed',
      'What it did could not be stored, so it was not done: the disk is full',
    ])
    expect(its.engine.driver.runsOf(lever.id)).toEqual([])
    expect(its.engine.store.bench.messages.some(({ text }) => text === 'b')).toBe(false)
    execute.mockRejectedValueOnce(new Error('the disk is full'))
    const refused = await pull(lever)
    expect([refused.head.outcome, its.engine.driver.runsOf(lever.id)]).toEqual(['failed', []])
  })

  test('a run and its bench are the same after a restart at any moment', async () => {
    const steps = [say('a'), { kind: 'wait', ms: 60_000 }, { kind: 'run.put-back' }]
    const lever = await make(steps)
    const { head } = await pull(lever)
    const before = writeBench(its.engine.store.bench)
    await its.restart()
    expect(writeBench(its.engine.store.bench)).toEqual(before)
    const again = (await its.engine.driver.find(head.id))!
    expect(again.head).toEqual(head)
    expect((await its.engine.runDesk.pullForward(head.id)).ok).toBe(true)
    expect(traceOf((await its.engine.driver.find(head.id))!).map(({ outcome }) => outcome)).toEqual([
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
    await its.restart()
    const left = (await its.engine.driver.find(head.id))!.head.wakeAtMs! - its.engine.store.clock.nowMs()
    expect(left).toBeLessThanOrEqual(60_000)
    expect(left).toBeGreaterThan(50_000)
  })

  test('the bench is its parts and the changes since, also behind a snapshot; what no run made is dropped there', async () => {
    const lever = await make(Array.from({ length: 450 }, (_, i) => say(`Mark ${i}`)))
    valueOf(await changeByHand(its.engine.store, [{ kind: 'device.plug', deviceId: 'finder-camera', plugged: true }]))
    const run = await pull(lever)
    const file = { kind: 'file' as const, sizeBytes: 7 }
    valueOf(await changeByHand(its.engine.store, [{ kind: 'file.put', path: '/home/watch/late.txt', file }]))
    const before = writeBench(its.engine.store.bench)
    const version = its.engine.store.benchVersion
    await its.restart()
    expect([writeBench(its.engine.store.bench), its.engine.store.benchVersion]).toEqual([before, version])
    const report = valueOf(await its.engine.runDesk.putBack(run.head.id))
    expect([report.undone.length, report.left.length]).toEqual([450, 0])
  })

  test('what is kept no longer goes: logs first, then runs; sums of the day stay, and what is dropped cannot be put back', async () => {
    const lever = await make([say('a')])
    const runs = []
    for (let i = 0; i < 12; i++) runs.push(await pull(lever))
    const { body } = its.engine.store.book.settings
    const retention = { ...body.retention, mostLogs: 100, mostRuns: 100 }
    valueOf(await edit(its.engine.store, editSettings({ ...body, retention })))
    expect(await sweep(its.engine.store)).toEqual({ runs: 0, logs: 0 })
    its.engine.store.book.settings = {
      version: 9,
      body: { ...body, retention: { ...retention, mostLogs: 5, mostRuns: 8 } },
    }
    expect(await sweep(its.engine.store)).toEqual({ runs: 4, logs: 3 })
    const left = await listRuns(its.opened.database, 100)
    expect(left.map(({ head }) => head.id)).toEqual(
      runs
        .slice(4)
        .map(({ head }) => head.id)
        .reverse(),
    )
    expect(codeOf(await its.engine.runDesk.putBack(runs[4]!.head.id))).toBe('log-dropped')
    expect((await its.engine.runDesk.putBack(runs[11]!.head.id)).ok).toBe(true)
    const [day] = await readDays(its.opened.database, lever.id, dayOf(Date.now()) - 1)
    expect([day!.pulls, day!.done]).toEqual([12, 12])
  })

  test('pages of the ledger never pass a run over, in the order of pulls and not of a clock', async () => {
    const lever = await make([say('a')])
    const ids: string[] = []
    const clock = vi.spyOn(its.engine.store.clock, 'nowMs')
    for (let i = 0; i < 7; i++) {
      clock.mockReturnValue(1_000_000 - (i % 3) * 500)
      ids.unshift((await pull(lever)).head.id)
    }
    const seen: string[] = []
    let before: number | undefined
    for (;;) {
      const page = await listRuns(its.opened.database, 2, before)
      if (page.length === 0) break
      seen.push(...page.map(({ head }) => head.id))
      before = page.at(-1)!.seq
    }
    expect(seen).toEqual(ids)
  })
})

test('a row that cannot be read is set aside and told, and the rest is there', async () => {
  await its.opened.database.execute(`update levers set steps = '[{"id":"a","kind":"gone"}]' where id = 'lever-3'`)
  await its.opened.database.execute(`update runs set head = '{}' where true`)
  await its.restart()
  expect([its.engine.store.book.levers.has('lever-3'), its.engine.store.book.levers.size]).toEqual([
    false,
    demoContent.levers.length - 1,
  ])
  const [odd] = await listSetAside(its.opened.database)
  expect([odd!.origin, odd!.key]).toEqual(['levers', 'lever-3'])
  expect(odd!.because).toContain('steps')
})

test('a bench that does not fit together, or has something odd in it, is mended at the start and told', async () => {
  const { bench } = its.engine.store
  await its.opened.database.execute(
    sql`update bench_parts set body = (body::jsonb || '["w-gone"]')::json where part = 'stack'`,
  )
  await its.opened.database.execute(
    sql`update bench_parts
      set body = (body::jsonb || '{"odd":{"id":"odd","name":"","kind":"other","controls":{}}}')::json
      where part = 'devices'`,
  )
  await its.opened.database.execute(
    sql`update bench_parts set body = (body::jsonb || '{"sub":{"kind":"thing"}}')::json where part = 'folder:/home/watch'`,
  )
  const change = JSON.stringify({ changes: [{ change: { kind: 'window.raise', windowId: 'w-gone' } }] })
  await its.opened.database.execute(
    sql`insert into log_entries (seq, source, at_ms, version, body, shape) values (900, 'hand', 0, 900, ${change}::json, 2)`,
  )
  await its.restart()
  const told = (await listSetAside(its.opened.database)).filter(({ origin }) => origin === 'bench')
  expect(told.map(({ key }) => key).sort()).toEqual([
    'devices odd',
    'folder:/home/watch sub',
    'log 900',
    'stack w-gone',
  ])
  expect(its.engine.store.bench).toEqual(bench)
  // It is stored as it was mended, so that the next start finds nothing.
  await its.restart()
  expect((await listSetAside(its.opened.database)).filter(({ origin }) => origin === 'bench')).toHaveLength(4)
  expect([its.engine.store.bench, its.engine.store.benchVersion]).toEqual([bench, 900])
})

test('settings that cannot be read are told, and those as delivered hold', async () => {
  await its.opened.database
    .execute(sql`insert into settings (id, version, body) values ('keys', 3, '{"keyboard":"odd"}')
    on conflict (id) do update set body = excluded.body`)
  await its.restart()
  expect(its.engine.store.book.keys.body.keyboard).toBe('iso-full')
  const [odd] = (await listSetAside(its.opened.database)).filter(({ origin }) => origin === 'settings')
  expect([odd!.key, odd!.because]).toEqual(['keys', expect.stringContaining('keyboard')])
})
