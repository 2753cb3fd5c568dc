import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { RunAnswer, RunSummary } from '../../contract'
import type { WrittenBench } from '../../core/bench'
import type { Lever } from '../../core/levers'
import { apiOf, draft, eventually } from '../support/api'
import { freshStore, startServer } from '../support/startServer'
import type { RunningServer } from '../support/startServer'

let folder: string
let server: RunningServer
let call: ReturnType<typeof apiOf>
async function begin(): Promise<void> {
  server = await startServer(folder)
  call = apiOf(server.url)
}
beforeAll(async () => {
  folder = await freshStore()
  await begin()
})
afterAll(() => server.stop())

let count = 0
/** A lever that says something, pulled by what is given. */
async function lever(doors: object[], part: Record<string, unknown> = {}): Promise<Lever> {
  const name = `Door ${++count}`
  const steps = [{ id: 'a', kind: 'message.show', text: `${name} says so` }]
  const { body } = await call<Lever>('POST', '/api/levers', draft({ name, triggers: [], steps, doors, ...part }))
  expect([name, body.issues]).toEqual([name, undefined])
  return body
}
const event = (of: object) => ({ id: 'd', kind: 'event', event: of })
const time = (of: object, missed = 'skip') => ({ id: 'd', kind: 'time', time: of, missed })
const runsOf = async ({ id }: Lever) =>
  (await call<RunSummary[]>('GET', '/api/runs?limit=500')).body.filter((run) => run.leverId === id)
const ranTimes = (of: Lever, times: number) => eventually(async () => (await runsOf(of)).length === times)
const change = (...changes: object[]) => call('POST', '/api/bench/changes', { changes })
const bench = async () => (await call<{ state: WrittenBench }>('GET', '/api/bench')).body.state
const ahead = async (minutes: number) =>
  change({ kind: 'clock.run', aheadMs: ((await bench()).clockAheadMs ?? 0) + minutes * 60_000 })
const rest = () => new Promise((resolve) => setTimeout(resolve, 1500))
const remove = ({ id }: Lever) => call('DELETE', `/api/levers/${id}`)

describe('what happens on the bench pulls a lever', () => {
  test('a file that appears is given to it, and several at once pull it once', async () => {
    const sorts = await lever([event({ kind: 'file-appears', folder: '${downloads}', pattern: '*.frost' })], {
      inputs: [
        { name: 'file', kind: 'text' },
        { name: 'files', kind: 'any', standard: '' },
      ],
      steps: [{ id: 'a', kind: 'message.show', text: 'There is ${file}' }],
    })
    const put = (name: string) => ({
      kind: 'file.put',
      path: `/home/watch/downloads/${name}`,
      file: { kind: 'file', sizeBytes: 1 },
    })
    await change(put('b.frost'), put('a.frost'), put('c.txt'))
    await ranTimes(sorts, 1)
    const [run] = await runsOf(sorts)
    expect([run!.source, run!.outcome]).toEqual(['event', 'done'])
    expect((await bench()).messages.at(-1)?.text).toBe('There is /home/watch/downloads/a.frost')
    await change({ kind: 'file.put', path: '/home/watch/downloads/b.frost', file: { kind: 'file', sizeBytes: 2 } })
    await rest()
    expect((await runsOf(sorts)).length).toBe(1)
    await remove(sorts)
  })

  test('a program starts and ends, a device comes and goes; not out of scope, nor disabled', async () => {
    const starts = await lever([event({ kind: 'program-starts', programId: 'line-console' })])
    const ends = await lever([event({ kind: 'program-ends', programId: 'line-console' })])
    const plugged = await lever([event({ kind: 'plugged-in', deviceId: 'finder-camera' })])
    const elsewhere = await lever([event({ kind: 'plugged-in', deviceId: 'finder-camera' })], {
      scope: { kind: 'only', programIds: ['generator-panel'] },
    })
    const disabled = await lever([event({ kind: 'plugged-in', deviceId: 'finder-camera' })], { enabled: false })
    await call('POST', '/api/open', { programId: 'line-console' })
    await ranTimes(starts, 1)
    await call('POST', '/api/bench/acts', {
      step: { id: 'a', kind: 'program.close', programId: 'line-console', unsaved: 'discard' },
    })
    await ranTimes(ends, 1)
    await change({ kind: 'device.plug', deviceId: 'finder-camera', plugged: true })
    await ranTimes(plugged, 1)
    await rest()
    expect([(await runsOf(elsewhere)).length, (await runsOf(disabled)).length, (await runsOf(starts)).length]).toEqual([
      0, 0, 1,
    ])
    for (const one of [starts, ends, plugged, elsewhere, disabled]) await remove(one)
  })

  test('levers that set each other off are stopped, with the way in the ledger; what keeps one from it is told too', async () => {
    const first = await lever([event({ kind: 'program-starts', programId: 'visitor-board' })], {
      steps: [
        { id: 'a', kind: 'program.close', programId: 'visitor-board', unsaved: 'discard' },
        { id: 'b', kind: 'program.open', programId: 'visitor-board', args: [] },
      ],
      whileRunning: 'beside',
    })
    await call('POST', '/api/open', { programId: 'visitor-board' })
    await eventually(async () => (await runsOf(first)).some(({ outcome }) => outcome === 'failed'))
    await rest()
    const runs = await runsOf(first)
    expect(runs.map(({ outcome }) => outcome).sort()).toEqual(['done', 'failed'])
    const { body } = await call<RunAnswer>('GET', `/api/runs/${runs.find(({ outcome }) => outcome === 'failed')!.id}`)
    expect(JSON.stringify(body)).toContain(`${first.plate} sets off ${first.plate}: it would go on without end`)
    await remove(first)
    const locked = await lever([event({ kind: 'program-ends', programId: 'visitor-board' })], {
      interlock: { condition: { kind: 'program-runs', programId: 'generator-panel' }, otherwise: { kind: 'refuse' } },
    })
    await call('POST', '/api/bench/acts', {
      step: { id: 'a', kind: 'program.close', programId: 'visitor-board', unsaved: 'discard' },
    })
    await ranTimes(locked, 1)
    expect((await runsOf(locked))[0]!.outcome).toBe('failed')
    await remove(locked)
  })

  test('the product starts, once each time it does', async () => {
    const greets = await lever([event({ kind: 'product-starts' })])
    expect((await runsOf(greets)).length).toBe(0)
    await server.stop()
    await begin()
    await ranTimes(greets, 1)
    await remove(greets)
  })
})

describe('the time pulls a lever, by the clock of the bench', () => {
  /** The local time so many minutes from now on the bench, as the clock on the wall has it. */
  const inMinutes = async (minutes: number) => {
    const at = new Date(Date.now() + ((await bench()).clockAheadMs ?? 0) + minutes * 60_000)
    const two = (n: number) => String(n).padStart(2, '0')
    return {
      day: `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`,
      clock: `${two(at.getHours())}:${two(at.getMinutes())}`,
    }
  }

  test('once, when it is time, and never again, also after a restart', async () => {
    const { day, clock } = await inMinutes(30)
    const once = await lever([time({ kind: 'once', at: `${day}T${clock}` })])
    await rest()
    await ahead(20)
    await rest()
    expect((await runsOf(once)).length).toBe(0)
    await ahead(10)
    await ranTimes(once, 1)
    await server.kill()
    await begin()
    await ahead(60)
    await rest()
    expect((await runsOf(once)).map(({ source }) => source)).toEqual(['time'])
    await remove(once)
  })

  test('what passed while the clock jumped is done once or not at all, as was chosen; every so often goes on', async () => {
    const { clock } = await inMinutes(30)
    const skips = await lever([time({ kind: 'daily', at: clock }, 'skip')])
    const makesUp = await lever([time({ kind: 'daily', at: clock }, 'at-once')])
    const often = await lever([time({ kind: 'every', minutes: 10 }, 'skip')])
    await rest()
    // Three days and some minutes: three times were missed.
    await ahead(3 * 1440 + 35)
    await ranTimes(makesUp, 1)
    await rest()
    expect([(await runsOf(skips)).length, (await runsOf(makesUp)).length]).toEqual([0, 1])
    // Every ten minutes since it was made: 4,355 have passed, so it is time again in five.
    await ahead(5)
    await eventually(async () => (await runsOf(often)).length > 0)
    for (const one of [skips, makesUp, often]) await remove(one)
  })

  test('what is no time is refused at its field', async () => {
    const refused = await call(
      'POST',
      '/api/levers',
      draft({ triggers: [], doors: [time({ kind: 'daily', at: '25:00' })] }),
    )
    expect([refused.status, refused.body.issues?.[0]?.path]).toEqual([400, 'doors.0.time.at'])
  })
})
