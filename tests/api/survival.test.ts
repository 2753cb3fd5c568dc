import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from 'vitest'
import { applyChanges, readBench } from '../../core/bench'
import type { WrittenBench } from '../../core/bench'
import type { Lever } from '../../core/levers'
import { valueOf } from '../../core/result'
import type { LiveEvent, RunAnswer } from '../../contract'
import { apiOf, draft, eventually } from '../support/api'
import { freePort, freshStore, startServer } from '../support/startServer'
import type { RunningServer } from '../support/startServer'

const KILLS = 6

interface Bench {
  version: number
  state: WrittenBench
}

/** 40 steps that each leave a trace on the bench, with pauses that a kill is likely to fall into. */
const longSteps = Array.from({ length: 40 }, (_, i) => {
  const kinds = [
    { kind: 'message.show', text: `Mark ${i}` },
    { kind: 'program.open', programId: 'night-book', args: ['${logs}/tonight.log'] },
    { kind: 'wait', ms: 3 },
    { kind: 'program.raise', programId: 'night-planner' },
  ]
  return { id: `s${i}`, ...kinds[i % kinds.length] }
})

test(
  `killed ${KILLS} times in the middle of runs: no committed step is lost, no half step is left, every run goes on to its end`,
  { timeout: 240_000 },
  async () => {
    const folder = await freshStore()
    let server = await startServer(folder)
    let call = apiOf(server.url)
    const begun = (await call<Bench>('GET', '/api/bench')).body
    const lever = (
      await call<Lever>(
        'POST',
        '/api/levers',
        draft({ name: 'Long', triggers: [], steps: longSteps, whileRunning: 'beside' }),
      )
    ).body
    const middles: number[] = []
    // A kill that came too late, at the very end of a run, is made up for by another.
    for (let i = 0; middles.length < KILLS && i < 3 * KILLS; i++) {
      const seen = watchRuns(server)
      void call('POST', `/api/levers/${lever.id}/pull`, {}).catch(() => undefined)
      const killAt = 1 + ((i * 7) % 36)
      await eventually(async () => [...seen.values()].some((position) => position >= killAt))
      await server.kill()
      server = await startServer(folder)
      call = apiOf(server.url)
      for (const [id, position] of seen) {
        const run = (await call<RunAnswer>('GET', `/api/runs/${id}`)).body
        // What a tab was told had been committed, so it is still there.
        expect(run.trace.length).toBeGreaterThanOrEqual(Math.min(position, run.steps.length))
        if (position < run.steps.length) middles.push(position)
      }
    }
    const runIds = (await call<{ id: string }[]>('GET', '/api/runs?limit=1000')).body.map((run) => run.id)
    // A kill may catch several runs in the middle, and one run be caught again by the next; how often is told below.
    expect(runIds.length).toBeGreaterThan(0)
    for (const id of runIds) {
      const ended = await eventually(async () => {
        const { body } = await call<RunAnswer>('GET', `/api/runs/${id}`)
        return body.phase === 'ended' && body
      })
      expect([ended.outcome, ended.trace.map((entry) => entry.stepIndex)]).toEqual(['done', longSteps.map((_, i) => i)])
    }
    const runs = await Promise.all(runIds.map(async (id) => (await call<RunAnswer>('GET', `/api/runs/${id}`)).body))
    const after = (await call<Bench>('GET', '/api/bench')).body
    // The bench holds exactly what the runs say they changed: one version per change, and the same windows and
    // messages.
    expect(after.version - begun.version).toBe(runs.reduce((sum, run) => sum + run.changes.length, 0))
    const opened = runs.flatMap((run) =>
      run.changes.flatMap(({ change }) => (change.kind === 'window.open' ? [change.window.id] : [])),
    )
    expect(Object.keys(after.state.windows).sort()).toEqual([...Object.keys(begun.state.windows), ...opened].sort())
    expect(after.state.messages).toHaveLength(runs.length * 10)
    expect(middles.length).toBeGreaterThanOrEqual(KILLS)
    await server.stop()
  },
)

test('after a restart everything is as it was, a wait ends when it should, and a question still stands', async () => {
  const folder = await freshStore()
  const first = await startServer(folder)
  const call = apiOf(first.url)
  const wait = (
    await call<Lever>(
      'POST',
      '/api/levers',
      draft({
        triggers: [],
        steps: [
          // Longer than a restart takes on a slow machine.
          { id: 'a', kind: 'wait', ms: 25_000 },
          { id: 'b', kind: 'message.show', text: 'Waited' },
        ],
      }),
    )
  ).body
  const waiting = (await call<RunAnswer>('POST', `/api/levers/${wait.id}/pull`, {})).body
  const asking = (await call<RunAnswer>('POST', '/api/levers/lever-9/pull', {})).body
  await call('POST', '/api/levers/lever-1/pull', {})
  const before = await Promise.all(
    ['/api/bench', '/api/levers', '/api/frames', '/api/runs', '/api/revisions'].map(
      async (path) => (await call('GET', path)).body,
    ),
  )
  await first.stop()
  const second = await startServer(folder)
  const again = apiOf(second.url)
  const after = await Promise.all(
    ['/api/bench', '/api/levers', '/api/frames', '/api/runs', '/api/revisions'].map(
      async (path) => (await again('GET', path)).body,
    ),
  )
  expect(after).toEqual(before)
  expect((await again<RunAnswer>('GET', `/api/runs/${asking.id}`)).body).toMatchObject({
    phase: 'asking',
    question: asking.question,
  })
  const ended = await eventually(async () => {
    const { body } = await again<RunAnswer>('GET', `/api/runs/${waiting.id}`)
    return body.phase === 'ended' && body
  }, 60_000)
  expect(ended.trace[0]!.endedAtMs! - waiting.wakeAtMs!).toBeGreaterThanOrEqual(0)
  const runs = (await again<{ id: string; leverId: string }[]>('GET', '/api/runs')).body
  const chart = runs.find((run) => run.leverId === 'lever-1')!
  const putBack = await again<{ report: { undone: string[]; left: unknown[] } }>(
    'POST',
    `/api/runs/${chart.id}/put-back`,
  )
  expect([putBack.body.report.undone.length, putBack.body.report.left]).toEqual([1, []])
  await second.stop()
})

test('live events bring another tab to the same state; one that was away catches up, one that was away too long is told', async () => {
  const server = await startServer()
  const call = apiOf(server.url)
  const { body: start } = await call<{ sequence: string }>('GET', '/api/state')
  const { body: before } = await call<Bench>('GET', '/api/bench')
  for (const id of ['lever-1', 'lever-2', 'lever-10']) await call('POST', `/api/levers/${id}/pull`, {})
  const { body: end } = await call<{ sequence: string }>('GET', '/api/state')
  const { body: after } = await call<Bench>('GET', '/api/bench')
  const wanted = Number(end.sequence.split(':')[1])
  const { events } = await readEvents(`${server.url}/api/events?after=${start.sequence}`, wanted)
  const changes = events.flatMap((event) => (event.type === 'bench' ? event.changes : []))
  expect(valueOf(applyChanges(readBench(before.state), changes))).toEqual(readBench(after.state))
  const middle = `${end.sequence.split(':')[0]}:${wanted - 2}`
  const late = await readEvents(`${server.url}/api/events`, 2, { 'last-event-id': middle })
  expect(late.events).toEqual(events.slice(-2))
  expect((await readEvents(`${server.url}/api/events?after=elsewhere:3`, 1)).events).toEqual([{ type: 'reset' }])
  const stoppedAt = Date.now()
  const open = await fetch(`${server.url}/api/events`)
  await server.stop()
  expect(Date.now() - stoppedAt).toBeLessThan(3000)
  await open.body?.cancel().catch(() => undefined)
})

test('a store that is held, cannot be written or is no folder, and a port in use, each end with one clear sentence', async () => {
  const folder = await freshStore()
  const holder = await startServer(folder)
  expect(await failingStart(folder, await freePort())).toMatch(
    `The store ${folder} is held by process ${holder.process.pid}, which serves ${holder.url} since `,
  )
  const file = join(folder, 'plain-file')
  writeFileSync(file, 'not a folder')
  expect(await failingStart(join(file, 'store'), await freePort())).toContain(
    `The store folder ${join(file, 'store')} cannot be written`,
  )
  expect(await failingStart('/sys/nowhere', await freePort())).toContain(
    'The store folder /sys/nowhere cannot be written',
  )
  expect(await failingDemo(folder, new URL(holder.url).port)).toContain(
    `Port ${new URL(holder.url).port} is in use. The store ${folder} is held by process ${holder.process.pid}`,
  )
  const other = await freshStore()
  const printed = await failingStart(other, Number(new URL(holder.url).port))
  expect(printed.trim().split('\n')).toEqual([
    `Port ${new URL(holder.url).port} is in use: end what serves there, or choose another with PORT (and another ` +
      'store with KEEN_DATA).',
  ])
  expect(existsSync(join(other, 'holder.json'))).toBe(false)
  await holder.kill()
  await (await startServer(folder)).stop()
})

test('beginning anew keeps what was in the store beside it; a folder that is no store is not touched', async () => {
  const foreign = mkdtempSync(join(tmpdir(), 'keen-lever-foreign-'))
  mkdirSync(join(foreign, 'database'), { recursive: true })
  writeFileSync(join(foreign, 'database', 'precious'), 'not ours')
  expect(await failingStart(foreign, await freePort(), { KEEN_FRESH: '1' })).toContain(
    `The folder ${foreign} has a folder “database” that is not of Keen Lever, so nothing in it is touched.`,
  )
  expect(readdirSync(join(foreign, 'database'))).toEqual(['precious'])
  expect(await failingStart('', await freePort())).toContain('KEEN_DATA is empty.')
  const folder = await freshStore()
  const first = await startServer(folder)
  await apiOf(first.url)('DELETE', '/api/levers/lever-1')
  await first.stop()
  const again = await startServer(folder, undefined, { KEEN_FRESH: '1' })
  expect((await apiOf(again.url)<Lever>('GET', '/api/levers/lever-1')).status).toBe(200)
  await again.stop()
  expect(readdirSync(folder).filter((name) => name.startsWith('database.before-'))).toHaveLength(1)
})

/** Follows the runs of a server as a tab would: the position each had reached when it was last told. */
function watchRuns(server: RunningServer): Map<string, number> {
  const positions = new Map<string, number>()
  void fetch(`${server.url}/api/events`)
    .then(async (response) => {
      for await (const event of eventsOf(response))
        if (event.type === 'run') positions.set(event.run.id, event.run.position)
    })
    .catch(() => undefined)
  return positions
}

async function readEvents(
  url: string,
  count: number,
  headers: Record<string, string> = {},
): Promise<{ events: LiveEvent[] }> {
  const abort = new AbortController()
  const response = await fetch(url, { headers, signal: abort.signal })
  const events: LiveEvent[] = []
  for await (const event of eventsOf(response)) {
    events.push(event)
    if (events.length === count) break
  }
  abort.abort()
  return { events }
}

async function* eventsOf(response: Response): AsyncGenerator<LiveEvent> {
  let text = ''
  for await (const chunk of response.body!.pipeThrough(new TextDecoderStream())) {
    text += chunk
    const parts = text.split('\n\n')
    text = parts.pop()!
    for (const part of parts) {
      const data = /^data: (.*)$/m.exec(part)
      if (data) yield JSON.parse(data[1]!) as LiveEvent
    }
  }
}

function failingStart(folder: string, port: number, more: Record<string, string> = {}): Promise<string> {
  return outputOf(['.output/server/index.mjs'], { KEEN_DATA: folder, PORT: String(port), HOST: '127.0.0.1', ...more })
}

function failingDemo(folder: string, port: string): Promise<string> {
  return outputOf(['scripts/demo.mjs'], { KEEN_DATA: folder, PORT: port })
}

/** What a command of the project prints until it ends by itself, which must be a failure. */
function outputOf(args: string[], env: Record<string, string>): Promise<string> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, args, {
      cwd: new URL('../..', import.meta.url).pathname,
      env: { ...process.env, ...env },
    })
    let printed = ''
    child.stdout.on('data', (text: Buffer) => {
      printed += text.toString()
    })
    child.stderr.on('data', (text: Buffer) => {
      printed += text.toString()
    })
    child.on('exit', (code) => (code ? resolve(printed) : reject(new Error(`it ended with ${code}: ${printed}`))))
  })
}
