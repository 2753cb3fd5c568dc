import { afterEach, expect, test, vi } from 'vitest'
import { ApiRefusal, callApi } from './callApi'

afterEach(() => vi.unstubAllGlobals())

const answering = (status: number, body: string) => {
  const fetched = vi.fn((_path: string, _options: RequestInit) => Promise.resolve(new Response(body, { status })))
  vi.stubGlobal('fetch', fetched)
  return fetched
}
const refusalOf = (work: Promise<unknown>) => work.then(() => undefined).catch((error: unknown) => error as ApiRefusal)

test('an answer comes back as it is; ids are written into the path so that nothing in them leads elsewhere', async () => {
  const fetched = answering(200, '[{"id":"a"}]')
  expect(await callApi('listLevers')).toEqual([{ id: 'a' }])
  await callApi('readRun', { id: '../keys?x' })
  expect(fetched.mock.calls.map(([path]) => path)).toEqual(['/api/levers', '/api/runs/..%2Fkeys%3Fx'])
})

test('a refusal keeps status and issues', async () => {
  const issues = [{ code: 'stale', path: 'version', message: 'It was edited elsewhere.' }]
  answering(409, JSON.stringify({ issues }))
  const refusal = await refusalOf(callApi('state'))
  expect([refusal?.status, refusal?.issues, refusal?.message]).toEqual([409, issues, 'It was edited elsewhere.'])
})

test.each([
  [502, '<h1>Bad gateway</h1>'],
  [200, ''],
  [200, '{"cut off in the mid'],
  [500, '{"error":"of something else"}'],
  [503, 'null'],
])('what is no answer of the server (%d %s) is told as that', async (status, body) => {
  answering(status, body)
  const refusal = await refusalOf(callApi('state'))
  expect(refusal).toBeInstanceOf(ApiRefusal)
  expect([refusal?.status, refusal?.issues[0]?.code]).toEqual([status, 'unreadable'])
  expect(refusal?.message).toContain(`(status ${status})`)
})

test('a server that is away is told as that', async () => {
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('failed to fetch')))
  const refusal = await refusalOf(callApi('state'))
  expect([refusal?.status, refusal?.issues[0]?.code]).toEqual([0, 'unreachable'])
})
