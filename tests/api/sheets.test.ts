import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { fileTree, namesIn } from '../../core/bench'
import type { WrittenBench } from '../../core/bench'
import type { Lever } from '../../core/levers'
import type { Kit } from '../../core/sheets'
import type { MarkedRun, RunAnswer, RunSummary } from '../../contract'
import { apiOf, draft, eventually } from '../support/api'
import { freshStore, startServer } from '../support/startServer'
import type { RunningServer } from '../support/startServer'

let server: RunningServer
let call: ReturnType<typeof apiOf>
beforeAll(async () => {
  server = await startServer()
  call = apiOf(server.url)
})
afterAll(() => server.stop())

type Part = Record<string, unknown>
const bench = async () => (await call<{ state: WrittenBench }>('GET', '/api/bench')).body.state
const names = async (folder: string) => namesIn(fileTree((await bench()).files), folder).map(([name]) => name)
const run = async (id: string) => (await call<RunAnswer>('GET', `/api/runs/${id}`)).body
const make = async (steps: Part[], part: Part = {}) =>
  (
    await call<Lever>(
      'POST',
      '/api/levers',
      draft({ triggers: [], steps: steps.map((step, i) => ({ id: `s${i}`, ...step })), ...part }),
    )
  ).body
const pull = (id: string, inputs?: Part) => call<RunAnswer>('POST', `/api/levers/${id}/pull`, inputs ? { inputs } : {})
const volume = (value: number) => ({
  kind: 'device.control',
  target: { kind: 'devices', deviceIds: ['desk-speakers'] },
  controlId: 'volume',
  to: { kind: 'set', value },
})
const wait = { kind: 'wait', ms: 60_000 }
const volumeNow = async () => (await bench()).devices['desk-speakers']!.controls.volume!.value

describe('another pull of a lever that still runs', () => {
  test('is ignored, stops it, begins anew, runs beside it, or waits for its end', async () => {
    const of = (whileRunning: string) => make([volume(10), wait, volume(20)], { whileRunning })
    const ignoring = await of('ignore')
    const first = (await pull(ignoring.id)).body
    expect((await pull(ignoring.id)).body.issues![0]!.code).toBe('still-running')
    await call('POST', `/api/runs/${first.id}/stop`)

    const stopping = await of('stop')
    const going = (await pull(stopping.id)).body
    expect((await pull(stopping.id)).body).toMatchObject({ id: going.id, phase: 'ended', outcome: 'stopped' })

    const restarting = await of('restart')
    const begun = (await pull(restarting.id)).body
    const anew = (await pull(restarting.id)).body
    expect([anew.phase, anew.id === begun.id, (await run(begun.id)).outcome]).toEqual(['waiting', false, 'stopped'])
    await call('POST', `/api/runs/${anew.id}/stop`)

    const beside = await of('beside')
    const pair = [(await pull(beside.id)).body, (await pull(beside.id)).body]
    expect(pair.map(({ phase }) => phase)).toEqual(['waiting', 'waiting'])
    for (const { id } of pair) await call('POST', `/api/runs/${id}/stop`)

    const queueing = await of('queue')
    const ahead = (await pull(queueing.id)).body
    const sent = pull(queueing.id)
    await eventually(async () => (await call<RunSummary[]>('GET', '/api/runs?limit=1')).body[0]!.after === ahead.id)
    const [queued] = (await call<RunSummary[]>('GET', '/api/runs?limit=1')).body
    expect([queued!.phase, (await run(queued!.id)).trace]).toEqual(['ready', []])
    await call('POST', `/api/runs/${ahead.id}/forward`)
    expect((await sent).body.id).toBe(queued!.id)
    await eventually(async () => (await run(queued!.id)).phase === 'waiting')
    expect((await run(ahead.id)).outcome).toBe('done')
    await call('POST', `/api/runs/${queued!.id}/stop`)
  })

  test('of one that has ended puts it back, where the lever says so, and the next one runs it again', async () => {
    const before = await volumeNow()
    const lever = await make([volume(35)], { pulledAgain: 'put-back' })
    const there = (await pull(lever.id)).body
    expect(await volumeNow()).toBe(35)
    const back = (await pull(lever.id)).body
    expect([back.id, back.putBack?.undone.length, await volumeNow()]).toEqual([there.id, 1, before])
    expect((await pull(lever.id)).body.id).not.toBe(there.id)
    expect(await volumeNow()).toBe(35)
    await pull(lever.id)
  })
})

describe('what a lever is given', () => {
  test('comes with the pull, by its kinds, and what it gives back with the run', async () => {
    const lever = await make(
      [
        { kind: 'value.set', as: 'twice', from: { kind: 'sum', text: '${count} * 2' } },
        { kind: 'lever.give', text: '${twice}' },
      ],
      {
        inputs: [
          { name: 'count', kind: 'number' },
          { name: 'word', kind: 'text', standard: 'none' },
        ],
      },
    )
    expect((await pull(lever.id, { count: 21 })).body).toMatchObject({ outcome: 'done', result: 42 })
    const refused = async (inputs: Part) => {
      const { status, body } = await pull(lever.id, inputs)
      return [status, ...(body.issues ?? []).map(({ code, path }) => `${path} ${code}`)]
    }
    expect(await refused({})).toEqual([422, 'inputs.count input-missing'])
    expect(await refused({ count: 'many' })).toEqual([422, 'inputs.count input-refused'])
    expect(await refused({ count: 1, wrod: 'x' })).toEqual([422, 'inputs.wrod input-unknown'])
  })

  test('inputs of one name, and standards that are none, are refused where they stand', async () => {
    const { body } = await call<Lever & { issues?: { path: string }[] }>(
      'POST',
      '/api/levers',
      draft({
        triggers: [],
        inputs: [
          { name: 'a', kind: 'text' },
          { name: 'a', kind: 'number', standard: 'x' },
        ],
      }),
    )
    expect(body.issues!.map(({ path }) => path).sort()).toEqual(['inputs.1.name', 'inputs.1.standard'])
  })
})

describe('a question', () => {
  const ask = { kind: 'ask', as: 'a', text: 'How many?', what: { kind: 'number', min: 1 } }

  test('takes the first answer that is one; another tab is told; the lever may be edited and deleted meanwhile', async () => {
    const lever = await make([ask, { kind: 'message.show', text: '${a} it is' }])
    const asking = (await pull(lever.id)).body
    expect(asking.question).toMatchObject({ kind: 'number', text: 'How many?', min: 1 })
    const answer = (value: unknown) =>
      call<RunAnswer>('POST', `/api/runs/${asking.id}/answer`, { answer: value, questionId: asking.question!.id })
    expect((await answer(0)).body.issues![0]).toMatchObject({ code: 'answer-refused', message: 'Give 1 or more.' })
    expect((await call('POST', `/api/runs/${asking.id}/answer`, {})).status).toBe(422)
    await call('PATCH', `/api/levers/${lever.id}`, { version: lever.version, steps: [{ id: 'x', ...wait }] })
    await call('DELETE', `/api/levers/${lever.id}`)
    const [one, other] = await Promise.all([answer(3), answer(4)])
    expect([one.status, other.status].sort()).toEqual([200, 409])
    expect(Object.values((await bench()).messages).map(({ text }) => text)).toContain('3 it is')
  })

  test('that is left alone takes its standard answer in time, after a restart as well', async () => {
    const folder = await freshStore()
    const first = await startServer(folder)
    const to = apiOf(first.url)
    const steps = [
      { ...ask, standard: '7', limitMs: 1500 },
      { kind: 'message.show', text: 'took ${a}' },
    ]
    const lever = await to<Lever>(
      'POST',
      '/api/levers',
      draft({ triggers: [], steps: steps.map((step, i) => ({ id: `s${i}`, ...step })) }),
    )
    const asking = await to<RunAnswer>('POST', `/api/levers/${lever.body.id}/pull`, {})
    expect(asking.body.phase).toBe('asking')
    await first.kill()
    const second = await startServer(folder)
    const again = apiOf(second.url)
    const ended = await eventually(async () => {
      const { body } = await again<RunAnswer>('GET', `/api/runs/${asking.body.id}`)
      return body.phase === 'ended' && body
    })
    expect([ended.outcome, ended.trace[0]!.value]).toEqual(['done', 7])
    await second.stop()
  })
})

describe('a loop', () => {
  test('goes on in its third round after a kill, inside a choice, with each file moved once', async () => {
    const folder = await freshStore()
    const first = await startServer(folder)
    const to = apiOf(first.url)
    const steps = [
      {
        id: 'i',
        kind: 'if',
        branches: [
          {
            condition: { kind: 'file-is', path: '${downloads}', test: { kind: 'there' } },
            steps: [
              {
                id: 'e',
                kind: 'each',
                source: { kind: 'files', folder: '${downloads}' },
                as: 'file',
                steps: [
                  { id: 'm', kind: 'files.move', act: 'move', paths: ['${file}'], to: '${later}', taken: 'both' },
                  {
                    id: 'w',
                    kind: 'if',
                    branches: [
                      {
                        condition: { kind: 'value-is', text: '${round}', test: { kind: 'is', text: '3' } },
                        steps: [{ id: 'p', kind: 'wait', ms: 3_600_000 }],
                      },
                    ],
                  },
                ],
              },
            ],
          },
        ],
      },
      { id: 'z', kind: 'message.show', text: 'done' },
    ]
    const lever = await to<Lever>('POST', '/api/levers', draft({ triggers: [], steps }))
    const waiting = await to<RunAnswer>('POST', `/api/levers/${lever.body.id}/pull`, {})
    expect([waiting.body.phase, waiting.body.path, waiting.body.names.round]).toEqual([
      'waiting',
      '0.branches.0.steps.0.steps.1.branches.0.steps.0',
      3,
    ])
    await first.kill()
    const second = await startServer(folder)
    const again = apiOf(second.url)
    await again('POST', `/api/runs/${waiting.body.id}/forward`)
    const ended = await eventually(async () => {
      const { body } = await again<RunAnswer>('GET', `/api/runs/${waiting.body.id}`)
      return body.phase === 'ended' && body
    })
    expect([ended.outcome, ended.trace.filter(({ path }) => path.endsWith('steps.0.steps.0')).length]).toEqual([
      'done',
      14,
    ])
    const { state } = (await again<{ state: WrittenBench }>('GET', '/api/bench')).body
    expect(namesIn(fileTree(state.files), '/home/watch/downloads')).toEqual([])
    expect(namesIn(fileTree(state.files), '/home/watch/documents/for later')).toHaveLength(14)
    await again('POST', `/api/runs/${waiting.body.id}/put-back`)
    const back = (await again<{ state: WrittenBench }>('GET', '/api/bench')).body.state
    expect(namesIn(fileTree(back.files), '/home/watch/downloads')).toHaveLength(14)
    await second.stop()
  })
})

describe('a trial', () => {
  test('tries rows of what is not saved, pauses, takes a value, and goes on', async () => {
    const steps = [
      { id: 'a', kind: 'value.set', as: 'n', from: { kind: 'text', text: '1' } },
      { id: 'b', kind: 'message.show', text: 'n is ${n}' },
    ]
    const lever = { name: 'Not yet', frameId: 'desk', steps }
    const rows = await call<MarkedRun>('POST', '/api/trials', { lever, paths: ['1'], given: { n: 'typed' } })
    expect(rows.body).toMatchObject({
      source: 'trial',
      outcome: 'done',
      marks: [{ path: '1', changes: 1 }],
    })
    expect((await bench()).messages.map(({ text }) => text)).toContain('n is typed')
    expect((await call('POST', '/api/trials', { lever, paths: ['5.steps.0'] })).status).toBe(422)
    const slow = (await call<MarkedRun>('POST', '/api/trials', { lever, isSlow: true })).body
    expect([slow.phase, slow.path]).toEqual(['paused', '0'])
    const go = (how: string) => call<MarkedRun>('POST', `/api/runs/${slow.id}/go`, { how })
    expect((await go('step')).body).toMatchObject({ phase: 'paused', path: '1', names: { n: '1' } })
    const named = await call<MarkedRun>('PUT', `/api/runs/${slow.id}/values`, { name: 'n', value: '8' })
    expect(named.body.names).toEqual({ n: '8' })
    expect((await go('run')).body).toMatchObject({ phase: 'ended', outcome: 'done' })
    expect((await go('run')).status).toBe(409)
    expect((await bench()).messages.map(({ text }) => text)).toContain('n is 8')
  })
})

describe('kits and ways back', () => {
  test('a kit is kept, renamed, refused twice of one name, deleted and brought back', async () => {
    const body = { name: 'Mine', steps: [{ id: 'a', ...wait }] }
    const made = (await call<Kit>('POST', '/api/kits', body)).body
    expect((await call('POST', '/api/kits', body)).status).toBe(422)
    expect((await call<Kit>('PATCH', `/api/kits/${made.id}`, { name: 'Yours', version: 1 })).body.version).toBe(2)
    expect((await call('PATCH', `/api/kits/${made.id}`, { name: 'Old', version: 1 })).status).toBe(409)
    await call('DELETE', `/api/kits/${made.id}`)
    await call('POST', '/api/undo', {})
    const kits = (await call<Kit[]>('GET', '/api/kits')).body
    expect(kits.map(({ name }) => name)).toContain('Yours')
    expect(kits).toHaveLength(7)
  })

  test('the way back of a run does the opposite, and says what has none', async () => {
    const before = await names('/home/watch/downloads')
    const done = (await pull('lever-27')).body
    const back = await call<{ steps: Part[]; without: { because: string }[] }>('GET', `/api/runs/${done.id}/reverse`)
    expect(back.body.without.map(({ because }) => because)).toEqual(['A message has been read.'])
    const lever = await make(back.body.steps)
    await pull(lever.id)
    expect((await names('/home/watch/downloads')).sort()).toEqual([...before].sort())
    expect((await call('GET', '/api/runs/none/reverse')).status).toBe(404)
  })
})
