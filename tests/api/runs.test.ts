import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { frontProgram, readBench } from '../../core/bench'
import type { WrittenBench } from '../../core/bench'
import type { Lever } from '../../core/levers'
import type { PutBackReport } from '../../core/run'
import type { KeyLogEntry, RehearsalAnswer, RunAnswer } from '../../contract'
import { apiOf, draft, eventually } from '../support/api'
import { startServer } from '../support/startServer'
import type { RunningServer } from '../support/startServer'

let server: RunningServer
let call: ReturnType<typeof apiOf>
beforeAll(async () => {
  server = await startServer()
  call = apiOf(server.url)
})
afterAll(() => server.stop())

const bench = async () => {
  const { body } = await call<{ state: WrittenBench; version: number }>('GET', '/api/bench')
  return { ...body, state: readBench(body.state) }
}
const pull = async (id: string) => (await call<RunAnswer>('POST', `/api/levers/${id}/pull`, {})).body
const leverNamed = async (name: string) =>
  (await call<Lever[]>('GET', '/api/levers')).body.find((lever) => lever.name === name)!

describe('pull, rehearse, put back', () => {
  test('a rehearsal foretells, a pull does it, put back takes it back', async () => {
    const before = await bench()
    const { body: rehearsal } = await call<{ changes: string[] }>('POST', '/api/levers/lever-1/rehearse')
    expect(await bench()).toEqual(before)
    const run = await pull('lever-1')
    expect(run.changes.map((entry) => entry.sentence)).toEqual(rehearsal.changes)
    expect(run.trace[0]!.taking).toEqual({
      taken: [
        '--profile dome',
        '/home/watch/charts/tonight.overlay',
        '/home/watch/charts/guide stars.overlay',
        '/home/watch/charts/north.atlas',
      ],
      ignored: [],
    })
    expect(frontProgram((await bench()).state)?.id).toBe('atlas-room')
    const {
      body: { report },
    } = await call<{ report: PutBackReport }>('POST', `/api/runs/${run.id}/put-back`)
    expect([report.undone.length, report.left, report.gone]).toEqual([1, [], []])
    expect((await bench()).state).toEqual(before.state)
    expect((await call('POST', `/api/runs/${run.id}/put-back`)).body.issues![0]!.code).toBe('already-put-back')
  })

  test('a rehearsal takes what a pull would be given, and answers; without an answer it says by what it is given', async () => {
    const remind = await leverNamed('Remind me')
    const rehearse = (id: string, body: object) => call<RehearsalAnswer>('POST', `/api/levers/${id}/rehearse`, body)
    const before = await bench()
    expect(await rehearse(remind.id, {})).toMatchObject({
      status: 422,
      body: { issues: [{ code: 'input-missing', path: 'inputs.minutes' }] },
    })
    expect((await rehearse(remind.id, { inputs: { minutes: 'soon' } })).body.issues![0]!.path).toBe('inputs.minutes')
    const { body: reminded } = await rehearse(remind.id, { inputs: { minutes: '25', about: 'Tea' } })
    expect([reminded.run.outcome, reminded.waitsMs, reminded.changes.at(-1)]).toEqual([
      'done',
      25 * 60_000,
      'A message appears: Tea',
    ])

    const who = await leverNamed('Who is visiting?')
    const asking = (await rehearse(who.id, {})).body
    expect([asking.run.phase, asking.asks]).toEqual(['asking', '0#1'])
    const { question } = asking.run
    const { id } = (question as { choices: { id: string; label: string }[] }).choices.find(({ label }) =>
      label.startsWith('Fell Walkers'),
    )!
    const answered = (await rehearse(who.id, { answers: { '0#1': id } })).body
    expect([answered.run.outcome, answered.asks]).toEqual(['done', undefined])
    expect((await rehearse(who.id, { answers: { 0: id } })).body.changes).toEqual(answered.changes)
    // What is no answer to it leaves it asking.
    expect((await rehearse(who.id, { answers: { 0: 'nobody' } })).body.run.phase).toBe('asking')
    expect(await bench()).toEqual(before)
  })

  test('what was ignored is told with its reason', async () => {
    const run = await pull((await leverNamed('Comet chart, as it was left')).id)
    expect(run.trace[0]!.taking!.ignored).toEqual([
      {
        text: '/home/watch/charts/comets.overlay',
        because: 'An overlay that comes after the base atlas is not drawn; put it before.',
      },
    ])
    await call('POST', `/api/runs/${run.id}/put-back`)
  })

  test('put back leaves alone what somebody has altered since', async () => {
    const run = await pull('lever-3')
    const opened = (run.changes[0]!.change as { window: { id: string } }).window.id
    await call('POST', '/api/bench/changes', {
      changes: [{ kind: 'window.show', windowId: opened, content: { documents: [], dataset: 'by hand' } }],
    })
    const {
      body: { report },
    } = await call<{ report: PutBackReport }>('POST', `/api/runs/${run.id}/put-back`)
    expect(report.left).toMatchObject([{ left: 'Plate Catcher: main, veil · captures', now: 'Plate Catcher: by hand' }])
    expect((await bench()).state.windows[opened]).toBeDefined()
    await call('POST', '/api/bench/changes', { changes: [{ kind: 'window.close', windowId: opened }] })
  })

  test('a wait goes on by itself; a second pull meanwhile is ignored; both are told', async () => {
    const running = await pull((await leverNamed('Prepare the night')).id)
    expect([running.phase, running.position]).toEqual(['waiting', 2])
    const second = await call('POST', `/api/levers/${running.leverId}/pull`, {})
    expect([second.status, second.body.issues![0]!.code]).toEqual([409, 'still-running'])
    expect((await call('POST', `/api/runs/${running.id}/put-back`)).body.issues![0]!.code).toBe('still-running')
    const ended = await eventually(async () => {
      const { body } = await call<RunAnswer>('GET', `/api/runs/${running.id}`)
      return body.phase === 'ended' && body
    })
    expect([ended.outcome, ended.trace.map((entry) => entry.outcome)]).toEqual([
      'done',
      ['done', 'done', 'done', 'done', 'done'],
    ])
    expect(ended.trace[2]!.endedAtMs! - ended.trace[2]!.startedAtMs).toBeGreaterThanOrEqual(400)
  })

  test('a question waits for one of its answers; a run can be stopped instead', async () => {
    const dawn = await leverNamed('Close down at dawn')
    const asking = await pull(dawn.id)
    expect(asking.phase).toBe('asking')
    expect((await call('POST', `/api/runs/${asking.id}/answer`, { choice: 'burn' })).status).toBe(409)
    const stopped = (await call<RunAnswer>('POST', `/api/runs/${asking.id}/stop`)).body
    expect([stopped.outcome, (await call('POST', `/api/runs/${asking.id}/stop`)).status]).toEqual(['stopped', 409])
    const again = await pull(dawn.id)
    const done = (await call<RunAnswer>('POST', `/api/runs/${again.id}/answer`, { choice: 'hide' })).body
    expect([done.outcome, (await bench()).state.windows['w-book']!.mode]).toEqual(['done', 'hidden'])
  })

  test('a program that is not running, or a window that was closed meanwhile, is a clear failure and no half step', async () => {
    const raise = (
      await call<Lever>(
        'POST',
        '/api/levers',
        draft({ name: 'Raise the board', steps: [{ id: 'a', kind: 'program.raise', programId: 'visitor-board' }] }),
      )
    ).body
    const run = await pull(raise.id)
    expect([run.outcome, run.changes, run.trace[0]!.note]).toEqual([
      'failed',
      [],
      'Visitor Board is not running, so there is no window to bring to the front.',
    ])
    const before = await bench()
    const refused = await call('POST', '/api/bench/changes', {
      changes: [
        { kind: 'window.raise', windowId: 'w-weather' },
        { kind: 'window.raise', windowId: 'w-gone' },
      ],
    })
    expect([refused.status, refused.body.issues]).toEqual([
      409,
      [
        {
          code: 'window-missing',
          path: 'changes.1.windowId',
          message: 'The window w-gone is no longer open on the bench.',
        },
      ],
    ])
    expect(await bench()).toEqual(before)
    // Raised and closed at the same instant, by two tabs: each is whole, in one order or the other.
    await call('POST', '/api/open', { programId: 'visitor-board' })
    const window = Object.values((await bench()).state.windows).find((entry) => entry.programId === 'visitor-board')!
    const [raised, closed] = await Promise.all([
      pull(raise.id),
      call('POST', '/api/bench/changes', { changes: [{ kind: 'window.close', windowId: window.id }] }),
    ])
    expect([
      closed.status,
      ['done', 'failed'].includes(raised.outcome),
      (await bench()).state.windows[window.id],
    ]).toEqual([200, true, undefined])
  })

  test('folders and addresses open in the program for such; a missing folder names the nearest', async () => {
    const address = (await call<RunAnswer>('POST', '/api/open', { place: 'https://rota.harrowfell.example/week' })).body
    expect(address.trace[0]!.note).toBe('Cairn Web was running; it took the arguments and came to the front.')
    const folder = (await call<RunAnswer>('POST', '/api/open', { place: '/home/watch/chart' })).body
    expect([folder.outcome, folder.trace[0]!.note]).toEqual([
      'failed',
      'There is no folder or file /home/watch/chart on the bench. Did you mean “/home/watch/charts”?',
    ])
  })
})

describe('keys', () => {
  const press = async (source: string, ...codes: string[]) =>
    (
      await call<{ entries: KeyLogEntry[] }>('POST', '/api/keys', {
        source,
        events: [
          ...codes.map((code) => ({ kind: 'down', code })),
          ...codes.toReversed().map((code) => ({ kind: 'up', code })),
        ].map((event, atMs) => ({ ...event, atMs })),
      })
    ).body.entries

  test('a chord pulls its lever and the run is in the ledger; each event is explained', async () => {
    const entries = await press('k1', 'ControlLeft', 'AltLeft', 'KeyH')
    expect(entries.map((entry) => entry.decision.kind)).toEqual(['pass', 'pass', 'pull', 'swallow', 'pass', 'pass'])
    const run = (await call<RunAnswer>('GET', `/api/runs/${entries[2]!.runId}`)).body
    expect([run.leverId, run.source, run.outcome]).toEqual(['lever-13', 'key', 'done'])
    expect((await call<{ id: string }[]>('GET', '/api/runs?limit=1')).body[0]!.id).toBe(run.id)
  })

  test('one chord does opposite things in two programs; each keyboard has its own held keys', async () => {
    await pull('lever-3')
    await pull('lever-1')
    const front = async () => frontProgram((await bench()).state)?.id
    await press('k1', 'F6')
    expect(await front()).toBe('plate-catcher')
    await press('k1', 'F6')
    expect(await front()).toBe('atlas-room')
    await call('POST', '/api/keys', { source: 'k2', events: [{ kind: 'down', code: 'ControlLeft', atMs: 0 }] })
    expect((await press('k1', 'F6'))[0]!.decision.chord).toBe('F6')
  })

  test('a lever that cannot be pulled again yet says so in the log; an edit is in force at the next key', async () => {
    await press('k1', 'ControlLeft', 'AltLeft', 'KeyN')
    const refused = await press('k1', 'ControlLeft', 'AltLeft', 'KeyN')
    expect([refused[2]!.runId, refused[2]!.refusal]).toEqual([
      null,
      '8 Prepare the night is still running and ignores another pull until it ends.',
    ])
    const weather = (
      await call<Lever>('POST', '/api/levers', draft({ triggers: [{ id: 't', kind: 'chord', chord: 'F9' }] }))
    ).body
    expect((await press('k1', 'F9'))[0]!.decision.leverId).toBe(weather.id)
    await call('PATCH', `/api/levers/${weather.id}`, { version: 1, enabled: false })
    expect((await press('k1', 'F9'))[0]!.decision).toMatchObject({
      kind: 'pass',
      candidates: [{ verdict: 'disabled' }],
    })
  })
})
