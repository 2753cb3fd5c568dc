// Long runs over HTTP, chords while one goes on, acts on 10,000 levers, starts; with the same on a small store for
// comparison.
import type { RunAnswer } from '../contract'
import type { Lever } from '../core/levers'
import { apiOf, draft } from '../tests/support/api'
import { freshStore, startServer } from '../tests/support/startServer'
import { press, pressesDuring, took } from './chords'
import type { Call } from './chords'
import { largeStore } from './largeStore'
import { percentile, table } from './measure'

const message = (i: number) => ({ id: `s${i}`, kind: 'message.show', text: `Mark ${i}` })
const stepsOf = (count: number) => Array.from({ length: count }, (_, i) => message(i))

/** From the request to the end of the run, however often it must be asked. */
async function pullToEnd(call: Call, id: string): Promise<number> {
  const [ms] = await took(async () => {
    let run = (await call<RunAnswer>('POST', `/api/levers/${id}/pull`, {})).body
    while (run.phase !== 'ended') {
      // A long run as a whole is a large answer; its line in the ledger is not.
      await new Promise((resolve) => setTimeout(resolve, 20))
      run = (await call<RunAnswer[]>('GET', '/api/runs?limit=1')).body[0]!
    }
  })
  return ms
}

const lever = async (call: Call, count: number) =>
  (await call<Lever>('POST', '/api/levers', draft({ name: `Of ${count}`, triggers: [], steps: stepsOf(count) }))).body
    .id

async function longRuns(): Promise<void> {
  const server = await startServer(await freshStore())
  const call = apiOf(server.url)
  const rows: (string | number)[][] = []
  for (const [count, times] of [
    [1, 40],
    [50, 20],
    [200, 10],
    [1000, 5],
    [10_000, 1],
  ] as const) {
    const id = await lever(call, count)
    const pulls: number[] = []
    for (let i = 0; i < times; i++) pulls.push(await pullToEnd(call, id))
    rows.push([`${count} steps`, percentile(pulls, 0.5), percentile(pulls, 0.95), percentile(pulls, 0.5) / count])
  }
  console.log(table(['pull until its end, ms', 'p50', 'p95', 'ms a step'], rows))
  await server.stop()
  await chordsMeanwhile()
}

async function chordsMeanwhile(): Promise<void> {
  const server = await startServer(await freshStore())
  const call = apiOf(server.url)
  const idle: number[] = []
  for (let i = 0; i < 40; i++) idle.push(await press(call, 'KeyH'))
  const id = await lever(call, 1000)
  const during: number[] = []
  for (let i = 0; i < 12; i++) during.push(...(await pressesDuring(call, pullToEnd(call, id), 'KeyH')))
  console.log()
  console.log(
    table(
      ['a chord that pulls a lever, ms until it is decided and stored', 'p50', 'p95', 'presses'],
      [
        ['nothing else going on', percentile(idle, 0.5), percentile(idle, 0.95), String(idle.length)],
        [
          'while a run of 1,000 steps goes on',
          percentile(during, 0.5),
          percentile(during, 0.95),
          String(during.length),
        ],
      ],
    ),
  )
  await server.stop()
}

async function manyLevers(): Promise<void> {
  const folder = await largeStore({ levers: 10_000, frames: 20, programs: 200 })
  const starts: number[] = []
  for (let i = 0; i < 3; i++) {
    const [ms, server] = await took(() => startServer(folder))
    starts.push(ms)
    await server.stop()
  }
  const server = await startServer(folder)
  const call = apiOf(server.url)
  const all = (await call<Lever[]>('GET', '/api/levers')).body
  const refs = all.map(({ id, version }) => ({ id, version }))
  const rows: (string | number)[][] = []
  const act = async (name: string, work: () => Promise<unknown>) => {
    const promise = took(work)
    const presses = await pressesDuring(call, promise, 'KeyZ')
    rows.push([name, (await promise)[0], percentile(presses, 0.95), Math.max(...presses)])
  }
  /** The answer is taken as it comes: reading ten megabytes of JSON here would hold up the keys that are measured. */
  const ask = async (path: string, body: unknown) => {
    const json = { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }
    const response = await fetch(server.url + path, json)
    if (!response.ok) throw new Error(await response.text())
    await response.arrayBuffer()
  }
  await act('disable 10,000 levers', () => ask('/api/levers/batch', { act: 'enable', enabled: false, levers: refs }))
  await act('undo it', () => call('POST', '/api/undo', {}))
  await act('do it again', () => call('POST', '/api/redo', {}))
  await act('undo it', () => call('POST', '/api/undo', {}))
  await act('export 1,000 levers', () =>
    ask('/api/exchange/export', { leverIds: all.slice(0, 1000).map(({ id }) => id) }),
  )
  const pattern = (await call<Lever>('GET', '/api/levers/lever-1')).body
  const variantRows = Array.from({ length: 200 }, (_, i) => ({ name: `Chart ${i}`, chord: '', cells: {} }))
  for (let i = 0; i < 50; i++) {
    const answer = await call('POST', '/api/levers/lever-1/variants', {
      version: pattern.version,
      rows: variantRows.map((row) => ({ ...row, name: `${row.name} of ${i}` })),
    })
    if (answer.status !== 201) throw new Error(JSON.stringify(answer.body).slice(0, 200))
  }
  await act('edit a pattern with 10,000 variants', () =>
    call('PATCH', '/api/levers/lever-1', { version: pattern.version, aliases: ['chart', 'dome chart'] }),
  )
  const firsts: number[] = []
  for (let i = 0; i < 10; i++) {
    const { version } = (await call<Lever>('GET', '/api/levers/lever-2')).body
    await call('PATCH', '/api/levers/lever-2', { version, aliases: [`dome${i}`] })
    firsts.push(await press(call, 'KeyZ'))
  }
  console.log()
  console.log(table(['with 10,000 levers, ms', 'until it is done', 'a chord meanwhile, p95', 'most'], rows))
  console.log()
  console.log(
    table(
      ['with 20,000 levers, ms', 'p50', 'most'],
      [
        ['the first key after an edit', percentile(firsts, 0.5), Math.max(...firsts)],
        ['start of the server, with 10,000', percentile(starts, 0.5), Math.max(...starts)],
      ],
    ),
  )
  await server.stop()
}

await longRuns()
await manyLevers()
