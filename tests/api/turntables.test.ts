import { afterAll, beforeAll, expect, test } from 'vitest'
import type { KeyLogEntry, RunAnswer } from '../../contract'
import type { BenchState } from '../../core/bench'
import type { Lever } from '../../core/levers'
import { apiOf, draft, eventually } from '../support/api'
import { startServer } from '../support/startServer'
import type { RunningServer } from '../support/startServer'

let server: RunningServer
let call: ReturnType<typeof apiOf>
let lever: Lever
const say = (text: string) => [{ id: text, kind: 'message.show', text }]

beforeAll(async () => {
  server = await startServer()
  call = apiOf(server.url)
  const roads = [
    { direction: 'n', steps: say('up') },
    { direction: 'e', label: 'Right', steps: say('right') },
  ]
  const body = draft({
    name: 'Roads',
    steps: [{ id: 'a', kind: 'turntable', roads }],
    triggers: [{ id: 't', kind: 'chord', chord: 'F9' }],
  })
  lever = (await call<Lever>('POST', '/api/levers', body)).body
})
afterAll(() => server.stop())

const send = async (source: string, ...events: object[]) =>
  (await call<{ entries: KeyLogEntry[] }>('POST', '/api/keys', { source, events })).body.entries
const down = (code: string, atMs: number) => ({ kind: 'down', code, atMs })
const turn = (outcome: object, leverId = lever.id) => ({ kind: 'turn', leverId, atMs: 50, outcome })
const messages = async () =>
  (await call<{ state: BenchState }>('GET', '/api/bench')).body.state.messages.map(({ text }) => text)
const runs = async () =>
  (await call<RunAnswer[]>('GET', '/api/runs')).body.filter(({ leverId }) => leverId === lever.id)

test('a key opens it and pulls nothing yet; its turn pulls the road, once', async () => {
  const chosen = { kind: 'chosen', way: ['e'], by: 'stroke', offDeg: -4 }
  const [opened, turned] = await send('t1', down('F9', 0), turn(chosen))
  expect(opened).toMatchObject({
    turn: null,
    runId: null,
    refusal: null,
    decision: { kind: 'pull', leverId: lever.id },
  })
  expect(turned).toMatchObject({ turn: chosen, refusal: null, runId: expect.any(String) })
  await eventually(async () => (await messages()).includes('right'))
  expect(await send('t1', turn(chosen))).toEqual([])
  expect(await runs()).toHaveLength(1)
})

test('left, beside or of another table, nothing is pulled; the key itself goes to the program in front', async () => {
  const before = (await runs()).length
  await send('t2', down('F9', 0), turn({ kind: 'left', because: 'escape' }))
  await send('t3', down('F9', 0), turn({ kind: 'beside', way: ['n'], besideDeg: 14 }))
  expect(
    await send('t4', down('F9', 0), turn({ kind: 'chosen', way: ['n'], by: 'key', offDeg: 0 }, 'lever-1')),
  ).toHaveLength(1)
  // Another keyboard has opened nothing.
  expect(await send('t5', turn({ kind: 'chosen', way: ['n'], by: 'key', offDeg: 0 }))).toEqual([])
  const [, itself] = await send('t6', down('F9', 0), turn({ kind: 'itself' }))
  expect(itself).toMatchObject({ turn: { kind: 'itself' }, runId: null })
  expect(await runs()).toHaveLength(before)
})

test('a pull by hand names its roads, or is asked for them; what is no road is told', async () => {
  const pull = (body: object) =>
    call<RunAnswer & { issues?: { path: string }[] }>('POST', `/api/levers/${lever.id}/pull`, body)
  expect((await pull({ roads: ['n'] })).body).toMatchObject({ phase: 'ended', outcome: 'done' })
  expect((await messages()).filter((text) => text === 'up')).toHaveLength(1)
  const refused = await pull({ roads: ['north'] })
  expect([refused.status, refused.body.issues?.[0]?.path]).toEqual([400, 'roads.0'])
  // A road that this table does not have is asked for.
  const asking = await pull({ roads: ['w'] })
  expect([asking.body.phase, asking.body.question?.kind]).toEqual(['asking', 'choice'])
})

test('a new lever gets a road of a table with one edit, which is undone as one', async () => {
  const table = async () => (await call<Lever>('GET', `/api/levers/${lever.id}`)).body.steps[0] as { roads: object[] }
  const before = await table()
  const body = draft({ name: 'By road', triggers: [], steps: say('by-road') })
  const made = await call<Lever>('POST', '/api/levers', { ...body, roadOf: lever.id })
  expect(made.status).toBe(201)
  expect(made.body).not.toHaveProperty('roadOf')
  expect((await table()).roads.slice(before.roads.length)).toMatchObject([
    { direction: 'ne', steps: [{ kind: 'lever.pull', leverId: made.body.id }] },
  ])
  expect((await call('POST', '/api/undo')).status).toBe(200)
  expect(await table()).toEqual(before)
  expect((await call('GET', `/api/levers/${made.body.id}`)).status).toBe(404)

  const [plain] = (await call<Lever[]>('GET', '/api/levers')).body
  const refused = await call<{ issues: { code: string; path: string }[] }>('POST', '/api/levers', {
    ...body,
    roadOf: plain!.id,
  })
  expect([refused.status, refused.body.issues[0]]).toMatchObject([422, { code: 'no-road-free', path: 'roadOf' }])
  expect((await call('POST', '/api/levers', { ...body, roadOf: 'nobody' })).status).toBe(404)
})

test('a table with one road, with two of one way, or four deep is refused at its field', async () => {
  const road = (direction: string, steps: object[] = []) => ({ direction, steps })
  const make = async (roads: object[]) => {
    const body = draft({ name: 'Odd', steps: [{ id: 'a', kind: 'turntable', roads }] })
    const { status, body: answer } = await call<{ issues: { path: string; message: string }[] }>(
      'POST',
      '/api/levers',
      body,
    )
    return [status, answer.issues[0]!.path, answer.issues[0]!.message]
  }
  expect(await make([road('n')])).toEqual([400, 'steps.0.roads', 'A turntable has at least two roads.'])
  expect(await make([road('n'), road('n')])).toEqual([
    400,
    'steps.0.roads',
    'Two roads go the same way. Give one of them another direction.',
  ])
  const deep = (left: number): object[] =>
    left === 0 ? [] : [{ id: `d${left}`, kind: 'turntable', roads: [road('n', deep(left - 1)), road('s')] }]
  expect(await make([road('n', deep(3)), road('s')])).toEqual([
    400,
    'steps.0.roads',
    'At most 3 turntables lead to each other.',
  ])
})
