import { afterAll, beforeAll, expect, test } from 'vitest'
import type { AnswerOf, RunAnswer, RunSummary } from '../../contract'
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

type Page = AnswerOf<'findRuns'>
const say = (text: string, id = 's1') => ({ id, kind: 'message.show', text })
const make = async (part: object) => (await call<Lever>('POST', '/api/levers', draft({ triggers: [], ...part }))).body
const pull = async ({ id }: Pick<Lever, 'id'>) => (await call<RunAnswer>('POST', `/api/levers/${id}/pull`, {})).body
const page = async (query: string) => (await call<Page>('GET', `/api/ledger?${query}`)).body
async function every(query: string, limit: number): Promise<RunSummary[]> {
  const found: RunSummary[] = []
  for (let before = ''; ;) {
    const { runs, reached } = await page(`${query}&limit=${limit}${before}`)
    found.push(...runs)
    if (reached === 0) return found
    before = `&before=${reached}`
  }
}

test('runs are found by lever, frame, outcome, source, program, time and text, also after a restart', async () => {
  const calm = await make({ name: 'Calm', steps: [say('Wind 3 m/s')] })
  const open = await make({
    name: 'Opens',
    frameId: 'outreach',
    steps: [{ id: 'a', kind: 'program.open', programId: 'night-book', args: [] }],
  })
  const broken = await make({
    name: 'Breaks',
    steps: [say('First'), { id: 'b', kind: 'program.raise', programId: 'visitor-board' }],
  })
  const runs: RunAnswer[] = []
  for (let i = 0; i < 3; i++) for (const lever of [calm, open, broken]) runs.push(await pull(lever))
  const idsOf = (list: readonly RunSummary[]) => list.map(({ id }) => id)
  const meant = (index: number) => [6, 3, 0].map((i) => runs[i + index]!.id)
  const check = async () => {
    expect(idsOf(await every(`leverId=${calm.id}`, 2))).toEqual(meant(0))
    expect(idsOf(await every('frameId=outreach', 1))).toEqual(meant(1))
    expect(idsOf(await every('outcome=failed', 2))).toEqual(meant(2))
    expect(idsOf(await every('programId=night-book', 100))).toEqual(meant(1))
    expect(idsOf(await every('text=ALM', 2))).toEqual(meant(0))
    expect(await every('text=100%25', 2)).toEqual([])
    expect(idsOf(await every('source=api', 4))).toEqual(runs.map(({ id }) => id).reverse())
    expect(await every('source=time', 4)).toEqual([])
    const middle = runs[4]!.startedAtMs
    const later = await every(`fromMs=${middle}`, 3)
    const earlier = await every(`untilMs=${middle}`, 3)
    expect(idsOf([...later, ...earlier])).toEqual(runs.map(({ id }) => id).reverse())
    expect(later.every(({ startedAtMs }) => startedAtMs >= middle)).toBe(true)
  }
  await check()
  await call('POST', `/api/runs/${runs[1]!.id}/put-back`)
  expect(idsOf(await every('outcome=put-back', 5))).toEqual([runs[1]!.id])
  await server.stop()
  server = await startServer(server.folder)
  call = apiOf(server.url)
  await check()
  const figures = (await call<AnswerOf<'readLeverFigures'>>('GET', `/api/ledger/levers/${broken.id}`)).body
  expect(figures).toMatchObject({ measured: 3, failures: [{ path: '1', count: 3 }] })
  expect(figures.days).toMatchObject([{ pulls: 3, done: 0, failed: 3, stopped: 0 }])
  expect((await call('GET', '/api/ledger/levers/none')).status).toBe(404)
  for (const odd of ['outcome=x', 'limit=0', 'before=-1', 'fromMs=soon', `text=${'a'.repeat(300)}`])
    expect([odd, (await call('GET', `/api/ledger?${odd}`)).status]).toEqual([odd, 400])
})

test('a run that goes on stands in its place, and is found as one that does', async () => {
  const long = await make({ name: 'Waits', steps: [{ id: 'w', kind: 'wait', ms: 600_000 }] })
  const waiting = await pull(long)
  const short = await pull(await make({ name: 'Short', steps: [say('x')] }))
  const { runs } = await page('limit=2')
  expect(runs.map(({ id }) => id)).toEqual([short.id, waiting.id])
  expect((await every('outcome=open', 10)).map(({ id }) => id)).toEqual([waiting.id])
  await call('POST', `/api/runs/${waiting.id}/stop`)
  await eventually(async () => (await every('outcome=stopped', 10)).some(({ id }) => id === waiting.id))
  expect(await every('outcome=open', 10)).toEqual([])
})

test('what is different now: the lever, a value, what was changed by somebody else, what would come of a pull', async () => {
  const lever = await make({
    name: 'Notes',
    steps: [{ id: 'a', kind: 'clipboard.use', act: 'put', programId: '', text: 'North field' }, say('Noted', 'm')],
  })
  const run = await pull(lever)
  expect(run.outcome).toBe('done')
  const since = async () => (await call<AnswerOf<'sinceRun'>>('GET', `/api/runs/${run.id}/since`)).body
  expect(await since()).toMatchObject({ lever: 'same', rows: [], again: { outcome: 'done' } })
  const { version } = (await call<Lever>('GET', `/api/levers/${lever.id}`)).body
  await call('PATCH', `/api/levers/${lever.id}`, { version, steps: [say('Noted again', 'm')] })
  const now = await since()
  expect(now.lever).toBe('altered')
  expect(now.rows.map(({ path, then, now: is }) => [path, typeof then, typeof is])).toEqual([
    ['0', 'string', 'undefined'],
    ['0', 'string', 'string'],
  ])
  expect(now.again!.onlyNow.join()).toContain('Noted again')
  expect((await call('GET', '/api/runs/none/since')).status).toBe(404)
})

test('the table of the ledger holds what is meant, and goes on below where a part of it ends', async () => {
  const { body } = await call<AnswerOf<'writeTable'>>('GET', '/api/exchange/tables/ledger?outcome=failed')
  const [head, ...rows] = body.text.trim().split('\r\n')
  expect(head!.split(',')[0]).toBe('started')
  expect([rows.length, body.rows, body.reached]).toEqual([3, 3, 0])
  expect(rows.every((row) => row.includes(',failed,'))).toBe(true)
  const all = (await call<AnswerOf<'findRuns'>>('GET', '/api/ledger?limit=1000')).body.runs
  const { seq } = all[1]!
  const { body: below } = await call<AnswerOf<'writeTable'>>('GET', `/api/exchange/tables/ledger?before=${seq}`)
  expect([below.rows, below.reached]).toEqual([all.length - 2, 0])
  expect(below.text.startsWith('started')).toBe(false)
  const { body: whole } = await call<AnswerOf<'writeTable'>>('GET', '/api/exchange/tables/ledger')
  expect(whole.text.endsWith(below.text)).toBe(true)
  expect((await call('GET', '/api/exchange/tables/ledger?before=0')).status).toBe(400)
})
