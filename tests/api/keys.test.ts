import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { AnswerOf, KeyLogEntry, RehearsalAnswer } from '../../contract'
import type { BenchState } from '../../core/bench'
import type { Frame, KeySettings, Lever } from '../../core/levers'
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

const codes = (answer: { body: { issues?: { code: string; path: string }[] } }) =>
  answer.body.issues?.map((issue) => [issue.code, issue.path])
const message = (text: string, trigger: Record<string, unknown>) =>
  call<Lever>(
    'POST',
    '/api/levers',
    draft({ name: text, steps: [{ id: 'a', kind: 'message.show', text }], triggers: [{ id: 't', ...trigger }] }),
  )
const events = (...keys: [string, number][]) =>
  keys.map(([key, atMs]) => ({ kind: key.endsWith('+') ? 'down' : 'up', code: key.slice(0, -1), atMs }))
const press = async (source: string, ...keys: [string, number][]) =>
  (await call<{ entries: KeyLogEntry[] }>('POST', '/api/keys', { source, events: events(...keys) })).body.entries
const log = async () => (await call<AnswerOf<'state'>>('GET', '/api/state')).body.keys
const bench = async () => (await call<{ state: BenchState }>('GET', '/api/bench')).body.state

test('every kind of trigger is stored and pulls; a key that waits is decided without another one', async () => {
  const { body: sequence } = await message('Sequence', { kind: 'sequence', sequence: 'Meta+J K', gapMs: 300 })
  const { body: hold } = await message('Hold', { kind: 'hold', key: 'F9', holdMs: 120 })
  expect((await call<Lever>('GET', `/api/levers/${sequence.id}`)).body.triggers[0]).toMatchObject({
    kind: 'sequence',
    sequence: 'Meta+J K',
    gapMs: 300,
  })
  const made = await press(
    's1',
    ['MetaLeft+', 0],
    ['KeyJ+', 10],
    ['KeyJ-', 60],
    ['MetaLeft-', 80],
    ['KeyK+', 200],
    ['KeyK-', 250],
  )
  expect(made.filter((entry) => entry.decision.kind === 'pull').map((entry) => entry.decision.leverId)).toEqual([
    sequence.id,
  ])
  const waiting = await press('s2', ['F9+', 1000])
  expect(waiting.at(-1)!.decision).toMatchObject({ kind: 'wait', untilMs: 1120 })
  await eventually(async () =>
    (await log()).some((entry) => entry.decision.kind === 'pull' && entry.decision.leverId === hold.id),
  )
  // Tapped in time, it is passed on as itself, although the server had begun to wait.
  await press('s3', ['F9+', 0])
  const tapped = await press('s3', ['F9-', 90])
  expect(tapped.map((entry) => entry.decision.kind)).toEqual(['pass', 'pass'])
  expect(codes(await message('Short', { kind: 'sequence', sequence: 'Meta+J' }))).toEqual([
    ['sequence-short', 'triggers.0.sequence'],
  ])
  expect(codes(await message('Odd', { kind: 'hold', key: 'KeyOdd' }))).toEqual([['invalid', 'triggers.0.key']])
})

describe('frames', () => {
  test('are switched by a lever, by hand, and by what they depend on; put back takes a switch back', async () => {
    const { body: lever } = await call<Lever>(
      'POST',
      '/api/levers',
      draft({ triggers: [], steps: [{ id: 'a', kind: 'frame.switch', frameIds: ['outreach'], to: 'toggle' }] }),
    )
    const chord = () =>
      press(
        `f${Math.random()}`,
        ['ControlLeft+', 0],
        ['AltLeft+', 1],
        ['KeyV+', 2],
        ['KeyV-', 3],
        ['AltLeft-', 4],
        ['ControlLeft-', 5],
      )
    expect((await chord()).some((entry) => entry.decision.kind === 'pull')).toBe(false)
    const { body: run } = await call<{ id: string }>('POST', `/api/levers/${lever.id}/pull`, {})
    expect((await bench()).frameSwitches).toEqual({ outreach: true })
    expect((await chord()).some((entry) => entry.decision.kind === 'pull')).toBe(true)
    expect((await call<RehearsalAnswer>('POST', `/api/levers/${lever.id}/rehearse`)).body.changes).toEqual([
      'The frame outreach is switched off.',
    ])
    await call('POST', `/api/runs/${run.id}/put-back`)
    expect((await bench()).frameSwitches).toBeUndefined()
    await call('POST', `/api/levers/${lever.id}/pull`, {})
    // Switching by hand ends what the lever had switched.
    await call('PATCH', '/api/frames/outreach', { on: false })
    expect((await bench()).frameSwitches).toBeUndefined()
    await call('PATCH', '/api/frames/outreach', {
      on: true,
      condition: {
        kind: 'all',
        conditions: [
          { kind: 'program-runs', programId: 'dome-desk' },
          { kind: 'not', condition: { kind: 'control-is', deviceId: 'keyboard', controlId: 'caps', value: true } },
        ],
      },
    })
    expect((await chord()).some((entry) => entry.decision.kind === 'pull')).toBe(false)
    await call('POST', '/api/open', { programId: 'dome-desk' })
    expect((await chord()).some((entry) => entry.decision.kind === 'pull')).toBe(true)
    await call('POST', '/api/bench/changes', {
      changes: [{ kind: 'device.set', deviceId: 'keyboard', controlId: 'caps', value: true }],
    })
    expect((await chord()).some((entry) => entry.decision.kind === 'pull')).toBe(false)
  })

  test('have rules for keys, in force at the next key and undone like any edit', async () => {
    const rules = [
      { id: 'r1', kind: 'row', first: 'Meta+Alt+1', count: 3 },
      { id: 'r2', kind: 'remap', from: 'Pause', to: 'F24' },
    ]
    expect((await call<Frame>('PATCH', '/api/frames/desk', { rules })).body.rules).toEqual(rules)
    const made = await press(
      'r1',
      ['MetaLeft+', 0],
      ['AltLeft+', 1],
      ['Digit2+', 2],
      ['Digit2-', 3],
      ['AltLeft-', 4],
      ['MetaLeft-', 5],
      ['Pause+', 900],
      ['Pause-', 950],
    )
    expect(made.find((entry) => entry.decision.kind === 'pull')!.decision.leverId).toBe('lever-11')
    expect(made.at(-2)!.decision.outputs).toEqual([{ kind: 'down', code: 'F24' }])
    await call('POST', '/api/undo')
    expect((await press('r2', ['Pause+', 0])).at(-1)!.decision.kind).toBe('pass')
    expect(
      codes(await call('PATCH', '/api/frames/desk', { rules: [{ id: 'r', kind: 'disable', key: 'KeyOdd' }] })),
    ).toEqual([['invalid', 'rules.0.key']])
  })
})

test('the keyboard and its timing are settings of the store; recordings are kept and deleted', async () => {
  const before = (await call<AnswerOf<'state'>>('GET', '/api/state')).body.keySettings
  const keys: KeySettings = { ...before, keyboard: 'iso-tkl', legends: 'de', timing: { ...before.timing, holdMs: 250 } }
  expect((await call<KeySettings>('PUT', '/api/key-settings', keys)).body).toEqual(keys)
  expect(codes(await call('PUT', '/api/key-settings', { ...keys, keyboard: 'harp' }))).toEqual(
    [['custom', 'keyboard']].map(([, path]) => ['invalid', path]),
  )
  const { body: legend } = await message('By legend', { kind: 'chord', chord: 'Meta+Z', match: 'key' })
  expect((await press('k1', ['MetaLeft+', 0], ['KeyY+', 1])).at(-1)!.decision.leverId).toBe(legend.id)
  const typing = Array.from({ length: 40 }, (_, i) => ({
    kind: i % 2 === 0 ? 'down' : 'up',
    code: 'KeyA',
    atMs: i * 60,
  }))
  const { body: recording } = await call<{ id: string }>('POST', '/api/recordings', { name: 'Mine', events: typing })
  expect((await call<{ name: string; events: unknown[] }[]>('GET', '/api/recordings')).body).toMatchObject([
    { name: 'Mine', events: typing },
  ])
  expect(
    codes(
      await call('POST', '/api/recordings', {
        name: 'Text',
        events: [{ kind: 'down', code: 'KeyA', atMs: 1, key: 'secret' }],
      }),
    ),
  ).toEqual([['too_small', 'events']])
  expect((await call('DELETE', `/api/recordings/${recording.id}`)).status).toBe(200)
  expect((await call('DELETE', `/api/recordings/${recording.id}`)).status).toBe(404)
})
