import { afterAll, beforeAll, expect, test } from 'vitest'
import type { AnswerOf } from '../../contract'
import type { BenchState } from '../../core/bench'
import type { Lever } from '../../core/levers'
import { apiOf, draft, eventually } from '../support/api'
import { freshStore, startServer } from '../support/startServer'
import type { RunningServer } from '../support/startServer'

let folder: string
let server: RunningServer
let call: ReturnType<typeof apiOf>
beforeAll(async () => {
  folder = await freshStore()
  server = await startServer(folder)
  call = apiOf(server.url)
})
afterAll(() => server.stop())

type Recording = AnswerOf<'readRecording'>
const turn = async (to: string) => (await call<{ phase: string; count: number }>('POST', '/api/recorder', { to })).body
const recording = async () => (await call<Recording>('GET', '/api/recorder')).body
const act = (step: object) => call('POST', '/api/bench/acts', { step: { id: 'act', onFailure: 'stop', ...step } })
const bench = async () => (await call<{ state: BenchState }>('GET', '/api/bench')).body.state
const kinds = async () => (await recording()).steps.map(({ kind }) => kind)
const volume = (value: number) => ({
  kind: 'device.control',
  target: { kind: 'devices', deviceIds: ['desk-speakers'] },
  controlId: 'volume',
  to: { kind: 'set', value },
})
const place = (name: string) => ({
  kind: 'windows.place',
  which: { kind: 'program', programId: 'night-book' },
  place: { kind: 'named', name },
})

test('writes down acts while it is on, not while it is paused; levers pulled by key and what is opened too', async () => {
  await act(volume(30))
  expect(await turn('on')).toEqual({ phase: 'on', count: 0 })
  await act(volume(20))
  await act(volume(10))
  await act(place('left'))
  expect(await turn('paused')).toEqual({ phase: 'paused', count: 2 })
  await act(volume(70))
  await turn('on')
  await call('POST', '/api/open', { programId: 'atlas-room' })
  const { body: lever } = await call<Lever>(
    'POST',
    '/api/levers',
    draft({
      name: 'Note',
      steps: [{ id: 'a', kind: 'message.show', text: 'Noted' }],
      triggers: [{ id: 't', kind: 'chord', chord: 'F9' }],
    }),
  )
  await call('POST', '/api/keys', { source: 'r1', events: [{ kind: 'down', code: 'F9', atMs: 0 }] })
  expect((await turn('off')).phase).toBe('off')
  expect((await recording()).steps).toMatchObject([
    { kind: 'device.control', to: { kind: 'set', value: 10 } },
    { kind: 'windows.place', place: { name: 'left' } },
    { kind: 'program.open', programId: 'atlas-room' },
    { kind: 'lever.pull', leverId: lever.id },
  ])
  // What was recorded stays until the next one begins.
  await act(volume(60))
  expect(await kinds()).toHaveLength(4)
  expect(await turn('on')).toEqual({ phase: 'on', count: 0 })
})

test('names what was taken back at once, and keeps nothing that is typed into a program with secrets', async () => {
  await turn('on')
  const { body: before } = await call<Recording>('GET', '/api/recorder')
  const mute = (value: boolean) => ({ ...volume(0), controlId: 'mute', to: { kind: 'set', value } })
  await act(mute(true))
  await act(mute(false))
  await call('POST', '/api/open', { programId: 'gate-codes' })
  await eventually(async () =>
    Object.values((await bench()).windows).some(({ programId }) => programId === 'gate-codes'),
  )
  await act({ kind: 'text.type', text: 'the word of the gate', programId: 'gate-codes' })
  const { steps, left } = await recording()
  expect(left.map(({ because }) => because)).toEqual(['undone', 'undone'])
  expect(JSON.stringify(steps)).not.toContain('the word of the gate')
  expect(steps.length).toBeGreaterThan(before.steps.length)
})

test('goes on after a kill where it was; a window that was moved since makes no difference to the replay', async () => {
  await turn('off')
  await turn('on')
  await act(place('right'))
  await server.kill()
  server = await startServer(folder)
  call = apiOf(server.url)
  expect((await call<AnswerOf<'state'>>('GET', '/api/state')).body.recorder).toEqual({ phase: 'on', count: 1 })
  await act(volume(15))
  await turn('off')
  const { steps } = await recording()
  expect(steps.map(({ kind }) => kind)).toEqual(['windows.place', 'device.control'])
  const { body: lever } = await call<Lever>('POST', '/api/levers', draft({ name: 'Again', steps, triggers: [] }))
  // Somebody moves it to the other display, and makes it loud.
  await act({ ...place('left'), display: { kind: 'named', deviceId: 'display-right' } })
  await act(volume(90))
  await call('POST', `/api/levers/${lever.id}/pull`, {})
  const now = await bench()
  expect(now.devices['desk-speakers']!.controls.volume!.value).toBe(15)
  const window = Object.values(now.windows).find(({ programId }) => programId === 'night-book')!
  expect(window.area).toMatchObject({ x: 50 })
})

test('what is off cannot be paused; an act on its way when it ends is in it or not, alike in memory and store', async () => {
  await turn('off')
  expect((await turn('paused')).phase).toBe('off')
  await turn('on')
  await Promise.all([act(place('left')), act(volume(33)), turn('off'), act(volume(34)), act(place('whole'))])
  const before = await kinds()
  await server.kill()
  server = await startServer(folder)
  call = apiOf(server.url)
  expect(await kinds()).toEqual(before)
})

test('what could not be opened is no step', async () => {
  await turn('on')
  await call('POST', '/api/open', { programId: 'nobody' })
  expect((await turn('off')).count).toBe(0)
})

test('a recording of hundreds of acts is kept and read', async () => {
  await turn('on')
  for (let i = 0; i < 400; i += 50)
    await Promise.all(
      Array.from({ length: 50 }, (_, j) =>
        act(j % 2 === 0 ? volume((i + j) % 97) : place(j % 4 === 1 ? 'left' : 'right')),
      ),
    )
  const { count } = await turn('off')
  expect(count).toBeGreaterThan(160)
  const startedAt = performance.now()
  expect((await recording()).steps).toHaveLength(count)
  expect(performance.now() - startedAt).toBeLessThan(20_000)
})

test('what is recorded later is joined behind what was recorded before, each step with when it was begun', async () => {
  await turn('on')
  await act(volume(15))
  await turn('off')
  await call('POST', '/api/recorder', { to: 'on', goesOn: true })
  await act(place('right'))
  await turn('off')
  const { steps, begunAtMs } = await recording()
  expect(steps.map(({ kind }) => kind)).toEqual(['device.control', 'windows.place'])
  const [first, second] = begunAtMs
  expect(first).toBeTypeOf('number')
  expect(second!).toBeGreaterThanOrEqual(first!)
  await turn('on')
  expect((await recording()).steps).toEqual([])
  await turn('off')
})

test('going to a tab, or into a folder, is an act like any other', async () => {
  const drawers = Object.values((await bench()).windows).find(({ programId }) => programId === 'drawers')!
  const which = { kind: 'program', programId: 'drawers' }
  await turn('on')
  const { status } = await act({ kind: 'window.show', which, shows: '${charts}' })
  await turn('off')
  expect(status).toBe(200)
  expect((await bench()).windows[drawers.id]!.content.active).toBe('/home/watch/charts')
  expect((await recording()).steps).toMatchObject([
    { kind: 'window.show', which: { kind: 'meant', programId: 'drawers' }, shows: '${charts}' },
  ])
  const none = await act({ kind: 'window.show', which, shows: '/home/watch/nowhere' })
  expect(none.status).toBe(409)
  expect(JSON.stringify(none.body)).toContain('shows no document /home/watch/nowhere')
})

test('what is aimed at is waited for, and what was found instead stands in the run', async () => {
  const which = { kind: 'meant', programId: 'plate-catcher', title: 'Plate Catcher: another series' }
  const step = { id: 'a', kind: 'windows.set', which, to: 'maximized', retry: { times: 20, afterMs: 200 } }
  for (const { id, programId } of Object.values((await bench()).windows))
    if (programId === 'plate-catcher' || programId === 'steady-guide')
      await act({ kind: 'windows.close', which: { kind: 'window', windowId: id }, unsaved: 'discard' })
  const { body: lever } = await call<Lever>('POST', '/api/levers', draft({ name: 'Patient', steps: [step] }))
  const { body: run } = await call<{ id: string }>('POST', `/api/levers/${lever.id}/pull`, {})
  const runNow = async () => (await call<AnswerOf<'readRun'>>('GET', `/api/runs/${run.id}`)).body
  await eventually(async () => JSON.stringify((await runNow()).trace).includes('Nothing like the window'))
  expect((await runNow()).phase).not.toBe('ended')
  await call('POST', '/api/open', { programId: 'plate-catcher' })
  await eventually(async () => (await runNow()).phase === 'ended')
  expect((await runNow()).outcome).toBe('done')
  expect(JSON.stringify((await runNow()).trace)).toMatch(
    /another series” is not open, so “Plate Catcher[^”]*” was taken instead/,
  )
})
