import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { BenchState } from '../../core/bench'
import type { Lever } from '../../core/levers'
import type { PutBackReport } from '../../core/run'
import type { KeyLogEntry, RunAnswer, RunSummary } from '../../contract'
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

const value = async (deviceId: string, controlId: string) =>
  (await call<{ state: BenchState }>('GET', '/api/bench')).body.state.devices[deviceId]?.controls[controlId]?.value
const change = (...changes: Record<string, unknown>[]) => call('POST', '/api/bench/changes', { changes })
const set = (deviceId: string, controlId: string, to: unknown) =>
  change({ kind: 'device.set', deviceId, controlId, value: to })
const make = async (steps: Record<string, unknown>[], part: Record<string, unknown> = {}) =>
  (
    await call<Lever>(
      'POST',
      '/api/levers',
      draft({ triggers: [], steps: steps.map((step, i) => ({ id: `s${i}`, ...step })), ...part }),
    )
  ).body
const control = (deviceId: string, controlId: string, to: Record<string, unknown>) => ({
  kind: 'device.control',
  target: { kind: 'devices', deviceIds: [deviceId] },
  controlId,
  to,
})
const pull = (id: string) => call<RunAnswer>('POST', `/api/levers/${id}/pull`, {})
const volume = (to: number) => control('desk-speakers', 'volume', { kind: 'set', value: to })

describe('an interlock', () => {
  const interlock = (otherwise: Record<string, unknown>) => ({
    interlock: { condition: { kind: 'device-present', deviceId: 'finder-camera' }, otherwise },
  })

  test('refuses with its reason, by hand and by key, until it holds', async () => {
    const lever = await make([volume(10)], {
      ...interlock({ kind: 'refuse' }),
      name: 'Cool the finder',
      triggers: [{ id: 't', kind: 'chord', chord: 'Ctrl+Alt+K' }],
    })
    const reason = `${lever.plate} Cool the finder is pulled only while Finder camera is plugged in. Now Finder camera is not plugged in.`
    const refused = await pull(lever.id)
    expect([refused.status, refused.body.issues![0]]).toEqual([
      409,
      expect.objectContaining({ code: 'interlocked', message: reason }),
    ])
    const modifiers = { Ctrl: true, Alt: true, Shift: false, Meta: false }
    const { body } = await call<{ entries: KeyLogEntry[] }>('POST', '/api/keys', {
      source: 'test',
      events: [
        { kind: 'down', code: 'KeyK', atMs: 1, modifiers },
        { kind: 'up', code: 'KeyK', atMs: 2, modifiers },
      ],
    })
    expect(body.entries[0]).toMatchObject({ refusal: reason, runId: null })
    await change({ kind: 'device.plug', deviceId: 'finder-camera', plugged: true })
    expect((await pull(lever.id)).body.outcome).toBe('done')
    await change({ kind: 'device.plug', deviceId: 'finder-camera', plugged: false })
  })

  test('asks, and the answer decides', async () => {
    const lever = await make([volume(20)], interlock({ kind: 'ask' }))
    const asked = (await pull(lever.id)).body
    expect([asked.phase, asked.question!.text]).toEqual([
      'asking',
      expect.stringContaining('Now Finder camera is not plugged in. Pull it all the same?'),
    ])
    expect((await call<RunAnswer>('POST', `/api/runs/${asked.id}/answer`, { choice: 'leave' })).body.outcome).toBe(
      'stopped',
    )
    expect(await value('desk-speakers', 'volume')).toBe(10)
    const again = (await pull(lever.id)).body
    expect((await call<RunAnswer>('POST', `/api/runs/${again.id}/answer`, { choice: 'pull' })).body.outcome).toBe(
      'done',
    )
    expect(await value('desk-speakers', 'volume')).toBe(20)
  })

  test('pulls another lever: the plan goes by whether the charger is in; levers that name each other go in no circle', async () => {
    expect((await pull('lever-20')).body.leverId).toBe('lever-20')
    await set('power', 'charger', false)
    expect([(await pull('lever-20')).body.leverId, await value('power', 'plan')]).toEqual([
      'lever-21',
      'plan-generator',
    ])
    await set('power', 'charger', true)
    expect([(await pull('lever-20')).body.leverId, await value('power', 'plan')]).toEqual(['lever-20', 'plan-mains'])
    const one = await make([volume(1)])
    const other = await make([volume(2)], interlock({ kind: 'pull', leverId: one.id }))
    await call('PATCH', `/api/levers/${one.id}`, {
      version: one.version,
      ...interlock({ kind: 'pull', leverId: other.id }),
    })
    expect((await pull(one.id)).body.issues![0]!.code).toBe('interlock-circle')
    const dangling = await call(
      'POST',
      '/api/levers',
      draft({ triggers: [], ...interlock({ kind: 'pull', leverId: 'gone' }) }),
    )
    expect([dangling.status, dangling.body.issues![0]!.path]).toEqual([422, 'interlock.otherwise.leverId'])
  })
})

describe('two at a time', () => {
  test(
    'levers that change one control in the same instant come one after ' +
      'the other; putting back the first leaves what the second set',
    async () => {
      await set('desk-speakers', 'volume', 40)
      const levers = await Promise.all([make([volume(70)]), make([volume(15)])])
      const runs = (await Promise.all(levers.map((lever) => pull(lever.id)))).map((answer) => answer.body)
      expect(runs.map((run) => run.outcome)).toEqual(['done', 'done'])
      const last = await value('desk-speakers', 'volume')
      const first = runs.find(
        (run) => run.changes[0]!.change.kind === 'device.set' && run.changes[0]!.change.value !== last,
      )!
      const { body } = await call<{ report: PutBackReport }>('POST', `/api/runs/${first.id}/put-back`)
      expect(body.report.left).toMatchObject([{ now: `${String(last)} %` }])
      expect(await value('desk-speakers', 'volume')).toBe(last)
    },
  )

  test('a device that is unplugged while a ramp is on its way fails the run there; nothing is half done', async () => {
    await change({ kind: 'device.plug', deviceId: 'finder-camera', plugged: true })
    await change({
      kind: 'device.put',
      device: {
        id: 'fan',
        name: 'Fan',
        kind: 'other',
        controls: { speed: { kind: 'level', name: 'Speed', unit: '%', min: 0, max: 100, step: 1, value: 0 } },
      },
    })
    const lever = await make([
      control('fan', 'speed', { kind: 'ramp', value: 100, overMs: 60_000 }),
      { kind: 'message.show', text: 'Full' },
    ])
    const run = (await pull(lever.id)).body
    await eventually(async () => Number(await value('fan', 'speed')) > 0)
    await change({ kind: 'device.plug', deviceId: 'fan', plugged: false })
    const ended = await eventually(async () => {
      const now = (await call<RunAnswer>('GET', `/api/runs/${run.id}`)).body
      return now.phase === 'ended' && now
    })
    expect([ended.outcome, ended.trace.length, ended.trace[0]!.issueCode]).toEqual(['failed', 1, 'device-absent'])
  })
})

describe('for a while', () => {
  const quiet = (ms: number) => [
    control('desk-speakers', 'mute', { kind: 'set', value: true }),
    { kind: 'wait', ms },
    { kind: 'run.put-back' },
  ]

  test('is listed, can be pulled forward and cancelled; what is altered meanwhile is left', async () => {
    const lever = await make(quiet(600_000))
    const run = (await pull(lever.id)).body
    expect((await call<RunSummary[]>('GET', '/api/runs?limit=1')).body[0]).toMatchObject({
      id: run.id,
      phase: 'waiting',
      position: 1,
    })
    const forward = (await call<RunAnswer>('POST', `/api/runs/${run.id}/forward`)).body
    expect([forward.outcome, await value('desk-speakers', 'mute')]).toEqual(['done', false])
    expect((await call('POST', `/api/runs/${run.id}/forward`)).body.issues![0]!.code).toBe('not-waiting')
    const second = (await pull(lever.id)).body
    await call('POST', `/api/runs/${second.id}/stop`)
    expect(await value('desk-speakers', 'mute')).toBe(true)
    await call('POST', `/api/runs/${second.id}/put-back`)
    expect(await value('desk-speakers', 'mute')).toBe(false)
  })

  test('ends when it should, once, also when the server is killed meanwhile', async () => {
    const folder = await freshStore()
    let own = await startServer(folder)
    let ask = apiOf(own.url)
    const muted = async () =>
      (await ask<{ state: BenchState }>('GET', '/api/bench')).body.state.devices['desk-speakers']!.controls.mute!.value
    const lever = (
      await ask<Lever>(
        'POST',
        '/api/levers',
        draft({
          triggers: [],
          steps: [...quiet(12_000), { kind: 'message.show', text: 'Loud again' }].map((step, i) => ({
            id: `s${i}`,
            ...step,
          })),
        }),
      )
    ).body
    const run = (await ask<RunAnswer>('POST', `/api/levers/${lever.id}/pull`, {})).body
    await own.kill()
    own = await startServer(folder)
    ask = apiOf(own.url)
    // Killed before or after its first step: it goes on by itself, and mutes before it waits.
    await eventually(muted)
    const ended = await eventually(async () => {
      const now = (await ask<RunAnswer>('GET', `/api/runs/${run.id}`)).body
      return now.phase === 'ended' && now
    })
    expect([ended.outcome, await muted(), ended.trace.map((entry) => entry.outcome)]).toEqual([
      'done',
      false,
      ['done', 'done', 'done', 'done'],
    ])
    expect(ended.trace[1]!.endedAtMs! - ended.trace[1]!.startedAtMs).toBeGreaterThanOrEqual(12_000)
    expect(
      (await ask<{ state: BenchState }>('GET', '/api/bench')).body.state.messages.filter(
        (message) => message.text === 'Loud again',
      ),
    ).toHaveLength(1)
    await own.stop()
  })
})

describe('a device of one’s own', () => {
  const roof = {
    id: 'roof-heater',
    name: 'Roof heater',
    kind: 'heater',
    controls: {
      power: { kind: 'switch', name: 'Power', on: 'warm', off: 'cold', value: null },
      output: { kind: 'level', name: 'Output', unit: '%', min: 0, max: 60, step: 5, value: 20 },
    },
  }

  test('is described, pulled, watched, kept from going while it is used, and taken off again; each is undone', async () => {
    expect((await call('PUT', '/api/devices/roof-heater', roof)).body).toEqual({ ...roof, origin: 'described' })
    const lever = await make([control('roof-heater', 'power', { kind: 'toggle', whenUnknown: 'ask' })])
    const asked = (await pull(lever.id)).body
    expect(asked.question).toMatchObject({
      choices: [
        { id: 'on', label: 'warm' },
        { id: 'off', label: 'cold' },
      ],
    })
    await call('POST', `/api/runs/${asked.id}/answer`, { choice: 'on' })
    expect(await value('roof-heater', 'power')).toBe(true)
    const used = await call('DELETE', '/api/devices/roof-heater')
    expect([used.status, used.body.issues![0]!.message]).toEqual([
      409,
      expect.stringContaining(`${lever.plate} ${lever.name}`),
    ])
    await call('DELETE', `/api/levers/${lever.id}`)
    expect((await call<{ undo: string }>('DELETE', '/api/devices/roof-heater')).body.undo).toBe(
      'Took Roof heater off the bench',
    )
    expect(await value('roof-heater', 'power')).toBeUndefined()
    await call('POST', '/api/undo')
    expect(await value('roof-heater', 'power')).toBe(true)
  })

  test('is refused at the field where its description is wrong', async () => {
    const wrong = await call('PUT', '/api/devices/roof-heater', {
      ...roof,
      name: ' ',
      controls: { output: { ...roof.controls.output, max: 0 } },
    })
    expect([wrong.status, wrong.body.issues!.map((issue) => issue.path)]).toEqual([
      400,
      ['name', 'controls.output.max', 'controls.output.value'],
    ])
    expect((await call('PUT', '/api/devices/other', roof)).status).toBe(422)
    expect((await call('DELETE', '/api/devices/gone')).status).toBe(404)
  })
})

test('what a second way names must be there too, and is told at its place', async () => {
  const refused = await call(
    'POST',
    '/api/levers',
    draft({
      triggers: [],
      steps: [
        { id: 'a', kind: 'wait', ms: 1, alternative: { id: 'b', kind: 'program.raise', programId: 'nowhere' } },
        { id: 'c', kind: 'wait', ms: 1, alternative: { id: 'd', kind: 'frame.switch', frameIds: ['gone'], to: 'on' } },
      ],
    }),
  )
  expect([refused.status, refused.body.issues!.map((issue) => issue.path)]).toEqual([
    422,
    ['steps.0.alternative.programId', 'steps.1.alternative.frameIds.0'],
  ])
})

test('a device that does not follow fails its lever with the reason, or the second way is taken', async () => {
  await change({
    kind: 'device.fault',
    deviceId: 'intercom-mic',
    fault: { kind: 'ignores', because: 'its cable is loose' },
  })
  const plain = control('intercom-mic', 'mute', { kind: 'set', value: false })
  const failed = (await pull((await make([plain])).id)).body
  expect([failed.outcome, failed.trace[0]!.note, await value('intercom-mic', 'mute')]).toEqual([
    'failed',
    'Intercom microphone did not follow: Mute is still muted (its cable is loose).',
    true,
  ])
  const second = (
    await pull(
      (
        await make([
          { ...plain, alternative: { id: 'b', ...control('intercom-mic', 'volume', { kind: 'set', value: 0 }) } },
        ])
      ).id,
    )
  ).body
  expect(second.trace[0]).toMatchObject({
    outcome: 'failed',
    firstWay: expect.stringContaining('did not follow') as string,
  })
  const message = (
    await pull(
      (await make([{ ...plain, alternative: { id: 'b', kind: 'message.show', text: 'Open it by hand.' } }])).id,
    )
  ).body
  expect([message.outcome, message.trace[0]!.firstWay]).toEqual(['done', expect.stringContaining('did not follow')])
})
