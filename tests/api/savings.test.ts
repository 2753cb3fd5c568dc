import { afterAll, beforeAll, expect, test } from 'vitest'
import type { Lever } from '../../core/levers'
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

interface Savings {
  today: number
  levers: {
    leverId: string
    pulls: number
    done: number
    failed: number
    handMs?: number
    keyMs?: number
    hand?: string
    derived?: string
    savedMs?: number
    perWeekMs?: number
    unknown?: number
    lastDay?: number
  }[]
  days: { day: number; pulls: number; savedMs: number }[]
}
const read = async (days = '') => (await call<Savings>('GET', `/api/savings${days}`)).body

test('pulls that went through save the time by hand less the time by key; what was never pulled is told as such', async () => {
  const steps = [{ id: 'a', kind: 'program.raise', programId: 'night-book' }]
  const { body: lever } = await call<Lever>(
    'POST',
    '/api/levers',
    draft({ name: 'Raise', steps, triggers: [{ id: 't', kind: 'chord', chord: 'Ctrl+Alt+J' }] }),
  )
  const { body: failing } = await call<Lever>(
    'POST',
    '/api/levers',
    draft({ name: 'Fails', triggers: [], steps: [{ id: 'a', kind: 'program.raise', programId: 'atlas-room' }] }),
  )
  expect((await read()).levers.find(({ leverId }) => leverId === lever.id)).toEqual({
    leverId: lever.id,
    pulls: 0,
    done: 0,
    failed: 0,
    totalMs: 0,
    doneLately: 0,
  })
  for (let i = 0; i < 4; i++) await call('POST', `/api/levers/${lever.id}/pull`, {})
  await call('POST', `/api/levers/${failing.id}/pull`, {})
  const of = async (id: string) => (await read()).levers.find(({ leverId }) => leverId === id)!
  const raised = await eventually(async () => {
    const now = await of(lever.id)
    return now.done === 4 && now
  })
  // M P K by hand, M and three keys by key.
  expect(raised).toMatchObject({
    hand: '1M 1P 1K',
    handMs: 2650,
    keyMs: 1950,
    unknown: 0,
    pulls: 4,
    failed: 0,
    savedMs: 4 * 700,
    perWeekMs: 700,
  })
  expect(await of(failing.id)).toMatchObject({ pulls: 1, done: 0, failed: 1, savedMs: 0 })
  const { today, days } = await read('?days=1')
  expect(days).toEqual([{ day: today, pulls: 5, savedMs: 2800 }])
  expect(raised.lastDay).toBe(today)
})

test('what somebody knows better holds instead of what the steps come to, until that is taken back', async () => {
  const { body: lever } = await call<Lever>('POST', '/api/levers', {
    ...draft({ name: 'Known', triggers: [], steps: [{ id: 'a', kind: 'program.raise', programId: 'night-book' }] }),
    byHand: '2M 4K',
  })
  await call('POST', `/api/levers/${lever.id}/pull`, {})
  const of = async () => (await read()).levers.find(({ leverId }) => leverId === lever.id)
  const known = await eventually(async () => ((await of())?.pulls ? of() : undefined))
  // Two thoughts and four keys; of the steps it would be one thought, one click.
  expect(known).toMatchObject({ hand: '2M 4K', handMs: 2 * 1350 + 4 * 200, derived: '1M 1P 1K' })
  const edited = await call<Lever>('PATCH', `/api/levers/${lever.id}`, { version: lever.version, byHand: '0' })
  expect(await of()).toMatchObject({ hand: '0', handMs: 0 })
  const { version } = edited.body
  expect((await call('PATCH', `/api/levers/${lever.id}`, { version, byHand: 'five' })).status).toBe(400)
  await call('PATCH', `/api/levers/${lever.id}`, { version, byHand: null })
  expect(await of()).toMatchObject({ hand: '1M 1P 1K', handMs: 2650 })
})

test('the sums outlive the runs and the lever', async () => {
  const before = await read()
  const { folder } = server
  await server.kill()
  server = await startServer(folder)
  call = apiOf(server.url)
  expect((await read()).levers).toEqual(before.levers)
  expect((await call('GET', '/api/savings?days=0')).status).toBe(400)
})
