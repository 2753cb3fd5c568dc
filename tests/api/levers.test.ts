import { afterAll, beforeAll, expect, test } from 'vitest'
import type { Lever } from '../../core/levers'
import { levers as demo } from '../../demo'
import { apiOf, draft } from '../support/api'
import { startServer } from '../support/startServer'
import type { RunningServer } from '../support/startServer'

/** The number that the next new lever gets. */
const PLATE = demo.length + 1

let server: RunningServer
let call: ReturnType<typeof apiOf>
beforeAll(async () => {
  server = await startServer()
  call = apiOf(server.url)
})
afterAll(() => server.stop())

const levers = async () => (await call<Lever[]>('GET', '/api/levers')).body
const codes = (answer: { status: number; body: { issues?: { code: string; path: string }[] } }) => [
  answer.status,
  ...(answer.body.issues ?? []).flatMap((issue) => [issue.code, issue.path]),
]

test('a lever is made, edited, disabled, deleted; each edit is undone and done again, and the history stays', async () => {
  const before = await levers()
  const made = (await call<Lever>('POST', '/api/levers', draft())).body
  expect([made.plate, made.version, made.enabled, made.scope]).toEqual([PLATE, 1, true, { kind: 'everywhere' }])
  const edited = (await call<Lever>('PATCH', `/api/levers/${made.id}`, { version: 1, name: 'Plan of tomorrow' })).body
  expect(edited).toEqual({ ...made, name: 'Plan of tomorrow', version: 2 })
  await call('PATCH', `/api/levers/${made.id}`, { version: 2, enabled: false })
  await call('DELETE', `/api/levers/${made.id}`)
  expect(await levers()).toEqual(before)

  const undone: unknown[] = []
  for (let i = 0; i < 4; i++)
    undone.push((await call<{ undo: string | null; redo: string | null }>('POST', '/api/undo')).body.redo)
  expect(undone).toEqual(
    [
      `Deleted ${PLATE} Plan of tomorrow`,
      `Disabled ${PLATE} Plan of tomorrow`,
      `Edited ${PLATE} Plan of tomorrow`,
      `Made ${PLATE} Tonight’s plan`,
    ].map((label, i) => (i === 2 ? `Edited ${PLATE} Tonight’s plan` : label)),
  )
  expect(await levers()).toEqual(before)
  expect(codes(await call('POST', '/api/undo'))).toEqual([409, 'nothing-to-undo', ''])

  for (let i = 0; i < 3; i++) await call('POST', '/api/redo')
  const back = (await call<Lever>('GET', `/api/levers/${made.id}`)).body
  expect(back).toMatchObject({
    id: made.id,
    plate: PLATE,
    name: 'Plan of tomorrow',
    enabled: false,
    triggers: made.triggers,
  })
  expect(back.version).toBeGreaterThan(3)

  await call('PATCH', '/api/frames/outreach', { on: true })
  expect(codes(await call('POST', '/api/redo'))).toEqual([409, 'nothing-to-redo', ''])
  expect((await call<{ state: string }[]>('GET', '/api/revisions')).body.map((revision) => revision.state)).toEqual([
    'applied',
    'superseded',
    'applied',
    'applied',
    'applied',
  ])
})

test('the second of two editors is told, and nothing is overwritten', async () => {
  const [lever] = await levers()
  const first = await call<Lever>('PATCH', `/api/levers/${lever!.id}`, { version: lever!.version, name: 'Mine' })
  const second = await call('PATCH', `/api/levers/${lever!.id}`, { version: lever!.version, name: 'Theirs' })
  expect([first.status, ...codes(second)]).toEqual([200, 409, 'stale', 'version'])
  expect((await levers())[0]!.name).toBe('Mine')
  const both = await Promise.all(
    ['A', 'B'].map((name) => call('PATCH', `/api/levers/${lever!.id}`, { version: first.body.version, name })),
  )
  expect(both.map((answer) => answer.status).sort()).toEqual([200, 409])
})

test('what is wrong with a lever is said at its place, and nothing is made', async () => {
  const before = await levers()
  const step = (part: Record<string, unknown>) =>
    draft({ steps: [{ id: 'a', kind: 'program.open', programId: 'night-planner', ...part }] })
  const chord = (text: string) => draft({ triggers: [{ id: 't', kind: 'chord', chord: text }] })
  const wrong: [Record<string, unknown>, unknown[]][] = [
    [chord('Ctrl+'), [400, 'key-missing', 'triggers.0.chord']],
    [chord('Ctrl+Ctrl+M'), [400, 'modifier-twice', 'triggers.0.chord']],
    [chord('Ctrl+Wurzel'), [400, 'key-unknown', 'triggers.0.chord']],
    [step({ programId: 'night-plannr' }), [422, 'program-missing', 'steps.0.programId']],
    [step({ args: ['a\0b'] }), [400, 'text-odd', 'steps.0.args.0']],
    [draft({ scope: { kind: 'only', programIds: ['nobody'] } }), [422, 'program-missing', 'scope.programIds.0']],
    [draft({ frameId: 'dsk' }), [422, 'frame-missing', 'frameId']],
    [draft({ name: '  ' }), [400, 'too_small', 'name']],
    [draft({ steps: [] }), [400, 'too_small', 'steps']],
    [{}, [400, 'invalid_type', 'frameId', 'invalid_type', 'name', 'invalid_type', 'steps']],
  ]
  for (const [body, expected] of wrong) expect(codes(await call('POST', '/api/levers', body))).toEqual(expected)
  expect(codes(await call('PATCH', '/api/levers/gone', { version: 1 }))).toEqual([404, 'lever-missing', ''])
  expect(codes(await call('DELETE', '/api/levers/gone'))).toEqual([404, 'lever-missing', ''])
  expect(await levers()).toEqual(before)
})

test('a path with quotes, spaces, backslashes and other scripts reaches the program as it was typed', async () => {
  const path = '/home/watch/captures/a "b" \\ ‘c’ — 星 $HOME\t%f.exposure'
  const made = (
    await call<Lever>(
      'POST',
      '/api/levers',
      draft({ steps: [{ id: 'a', kind: 'program.open', programId: 'grain-reducer', args: [path] }] }),
    )
  ).body
  const { body } = await call<{ run: { trace: { taking: { ignored: { text: string }[] } }[] } }>(
    'POST',
    `/api/levers/${made.id}/rehearse`,
  )
  expect(body.run.trace[0]!.taking.ignored[0]!.text).toBe(path)
  expect((await call<Lever>('GET', `/api/levers/${made.id}`)).body.steps).toMatchObject([{ args: [path] }])
})
