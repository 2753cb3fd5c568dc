// An hour of everything at once, the server killed each minute: 50 tabs, keys, pulls, edits, acts by hand, plugging.
// `npm run perf soak`, or `npx tsx perf/soak.ts 10` for ten minutes.
import { readFileSync } from 'node:fs'
import type { LiveEvent, RunSummary, StateAnswer } from '../contract'
import { everyStep } from '../core/steps'
import type { Lever } from '../core/levers'
import { apiOf, draft } from '../tests/support/api'
import { freePort, freshStore, startServer } from '../tests/support/startServer'
import { percentile, table } from './measure'

const MINUTES = Number(process.argv[2] ?? 60)
const TABS = 50
const MINUTE_MS = 60_000

const folder = await freshStore()
const port = await freePort()
let server = await startServer(folder, port)
const call = apiOf(server.url)
let isUp = true
let isOver = false
const later = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))
const pick = <T>(list: readonly T[]): T => list[Math.floor(Math.random() * list.length)]!

/** What the server said it had done: of all of it something must still be there. */
const acknowledged = { edits: new Map<string, string>(), runs: new Set<string>(), keys: 0, acts: 0, refused: 0, cut: 0 }

/** A request, or nothing where the server is just being killed. */
async function attempt<T>(method: string, path: string, body?: unknown): Promise<T | undefined> {
  if (!isUp) return undefined
  try {
    const answer = await call<T>(method, path, body)
    if (answer.status < 300) return answer.body
    acknowledged.refused += 1
  } catch {
    acknowledged.cut += 1
  }
  return undefined
}

/** A tab, as far as it follows the bench: it joins again where it was cut off, and asks for the whole after a reset. */
class Tab {
  version = 0
  missed = 0
  resets = 0
  joins = 0
  private last = ''

  async follow(): Promise<void> {
    while (!isOver) {
      if (!isUp) {
        await later(50)
        continue
      }
      await this.join().catch(() => undefined)
      await later(100)
    }
  }

  private async join(): Promise<void> {
    const headers: Record<string, string> = this.last === '' ? {} : { 'last-event-id': this.last }
    const response = await fetch(`${server.url}/api/events`, { headers, signal: AbortSignal.timeout(3 * MINUTE_MS) })
    this.joins += 1
    if (this.last === '') await this.askForAll()
    let text = ''
    for await (const chunk of response.body!.pipeThrough(new TextDecoderStream())) {
      const blocks = (text + chunk).split('\n\n')
      text = blocks.pop()!
      for (const block of blocks) await this.take(block)
      if (isOver) return
    }
  }

  private async take(block: string): Promise<void> {
    const data = /^data: (.*)$/m.exec(block)?.[1]
    if (data === undefined) return
    this.last = /^id: (.*)$/m.exec(block)?.[1] ?? this.last
    const event = JSON.parse(data) as LiveEvent
    if (event.type === 'reset') {
      this.resets += 1
      await this.askForAll()
    }
    if (event.type !== 'bench' || event.version <= this.version) return
    if (event.version !== this.version + event.changes.length) this.missed += 1
    this.version = event.version
  }

  private async askForAll(): Promise<void> {
    const { sequence } = (await call<StateAnswer>('GET', '/api/state')).body
    this.version = (await call<{ version: number }>('GET', '/api/bench')).body.version
    this.last = sequence
  }
}

const levers = (await call<Lever[]>('GET', '/api/levers')).body
/** Levers that do not wait or ask: those would go on for as long as they are meant to. */
const quick = levers.filter(({ steps }) =>
  [...everyStep(steps)].every(
    ({ step }) => !['wait', 'wait.until', 'ask', 'turntable', 'script.run'].includes(step.kind),
  ),
)
const devices = Object.keys(
  (await call<{ state: { devices: Record<string, unknown> } }>('GET', '/api/bench')).body.state.devices,
)
const codes = ['KeyA', 'KeyB', 'KeyM', 'KeyQ', 'F6', 'F9', 'Escape', 'Space', 'Digit1', 'ArrowLeft', 'AudioVolumeMute']
const held = ['ControlLeft', 'AltLeft', 'ShiftLeft', 'MetaLeft']
let keyEvents = 0

const works: Readonly<Record<string, { everyMs: number; does: (i: number) => Promise<unknown> }>> = {
  keys: {
    everyMs: 20,
    async does(i) {
      const source = `soak-${i % 5}`
      const atMs = i * 25
      const modifiers = held.filter(() => Math.random() < 0.4)
      const code = pick(codes)
      const downs = [...modifiers, code].map((one, j) => ({ kind: 'down', code: one, atMs: atMs + j }))
      const ups = [code, ...modifiers].map((one, j) => ({ kind: 'up', code: one, atMs: atMs + 10 + j }))
      const events = [...downs, ...ups]
      keyEvents += events.length
      if (await attempt('POST', '/api/keys', { source, events })) acknowledged.keys += 1
    },
  },
  pulls: {
    everyMs: 120,
    async does() {
      const run = await attempt<RunSummary>('POST', `/api/levers/${pick(quick).id}/pull`, {})
      if (run?.id) acknowledged.runs.add(run.id)
    },
  },
  edits: {
    everyMs: 150,
    async does(i) {
      const name = `Soaked ${i}`
      const made = await attempt<Lever>('POST', '/api/levers', draft({ name, triggers: [] }))
      if (!made) return
      acknowledged.edits.set(made.id, name)
      const renamed = `${name}, again`
      // Whether it was done is not known of one whose answer was cut off.
      acknowledged.edits.delete(made.id)
      if (await attempt('PATCH', `/api/levers/${made.id}`, { version: made.version, name: renamed }))
        acknowledged.edits.set(made.id, renamed)
      if (i % 4 === 0 && (await attempt('POST', '/api/undo', {}))) acknowledged.edits.delete(made.id)
    },
  },
  acts: {
    everyMs: 200,
    async does(i) {
      const step = pick([
        { kind: 'program.open', programId: 'atlas-room', args: [`--night=2026-11-${10 + (i % 18)}`] },
        { kind: 'program.close', programId: 'atlas-room', unsaved: 'discard' },
        { kind: 'text.type', programId: 'night-book', text: `wind ${i} ` },
        { kind: 'files.folder', path: `/home/watch/documents/soak ${i}` },
      ])
      if (await attempt('POST', '/api/bench/acts', { step: { id: 'act', ...step } })) acknowledged.acts += 1
    },
  },
  plugging: {
    everyMs: 400,
    does: (i) =>
      attempt('POST', '/api/bench/changes', {
        changes: [{ kind: 'device.plug', deviceId: devices[i % devices.length], plugged: i % 2 === 0 }],
      }),
  },
}

async function goOn({ everyMs, does }: (typeof works)[string]): Promise<void> {
  for (let i = 0; !isOver; i++) {
    const began = performance.now()
    await does(i)
    await later(Math.max(0, everyMs - (performance.now() - began)))
  }
}

/** Resident memory of a process, in MB. */
function memoryOf(pid: number): number {
  const found = /^VmRSS:\s+(\d+) kB$/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))
  return found ? Number(found[1]) / 1024 : Number.NaN
}

const tabs = Array.from({ length: TABS }, () => new Tab())
const going = [...tabs.map((tab) => tab.follow()), ...Object.values(works).map(goOn)]
const rows: (string | number)[][] = []
const startsMs: number[] = []
const faults: string[] = []

/** Whether everything that was said to be done is there. */
async function whatIsLost(): Promise<number> {
  const now = new Map((await call<Lever[]>('GET', '/api/levers')).body.map((lever) => [lever.id, lever.name]))
  const edits = [...acknowledged.edits].filter(([id, name]) => now.get(id) !== name)
  const runs: string[] = []
  for (const id of acknowledged.runs) if ((await call('GET', `/api/runs/${id}/marks`)).status !== 200) runs.push(id)
  if (edits.length + runs.length > 0)
    faults.push(`lost: ${edits.length} edits (${JSON.stringify(edits[0])}), ${runs.length} runs (${runs[0] ?? ''})`)
  acknowledged.runs.clear()
  return edits.length + runs.length
}

for (let minute = 1; minute <= MINUTES; minute++) {
  await later(MINUTE_MS / 2)
  const memory = memoryOf(server.process.pid!)
  await later(MINUTE_MS / 2)
  // Killed in the midst of it all.
  isUp = false
  await server.kill()
  const startedAt = performance.now()
  server = await startServer(folder, port)
  startsMs.push(performance.now() - startedAt)
  // Nothing is asked for until it was looked whether all is there.
  const lost = await whatIsLost()
  isUp = true
  const all = (await call<Lever[]>('GET', '/api/levers')).body
  rows.push([`${minute}`, memory, startsMs.at(-1)!, String(all.length), String(acknowledged.keys), String(lost)])
  // So many levers are made that the store would grow all the time.
  const soaked = all.filter(({ name }) => name.startsWith('Soaked')).slice(0, -200)
  for (const { id } of soaked) acknowledged.edits.delete(id)
  for (let from = 0; from < soaked.length; from += 500) {
    const refs = soaked.slice(from, from + 500).map(({ id, version }) => ({ id, version }))
    await attempt('POST', '/api/levers/batch', { act: 'delete', levers: refs })
  }
  console.error(`minute ${minute}: ${memory.toFixed(0)} MB, lost ${lost}`)
}
isOver = true
await Promise.race([Promise.all(going), later(5000)])
await later(1000)
await call('POST', '/api/stop', {})
const open = (await call<{ runs: RunSummary[] }>('GET', '/api/ledger?outcome=open')).body.runs
const { version } = (await call<{ version: number }>('GET', '/api/bench')).body
const behind = tabs.filter((tab) => tab.version > version).length
await server.stop()

const memories = rows.map(([, memory]) => memory as number)
const quarter = Math.max(1, Math.floor(memories.length / 4))
const median = (values: readonly number[]) => percentile(values, 0.5)
const shown = rows.filter((_row, i) => i === 0 || (i + 1) % Math.ceil(MINUTES / 12) === 0)
console.log(table(['minute', 'memory, MB', 'start, ms', 'levers', 'key requests so far', 'lost'], shown))
console.log()
console.log(
  table(
    [`${MINUTES} minutes, the server killed ${MINUTES} times`, ''],
    [
      ['key events', keyEvents.toLocaleString('en')],
      ['acts by hand that were answered', acknowledged.acts.toLocaleString('en')],
      [
        'requests refused (a device that is away, a lever that is off); cut off by a kill',
        `${acknowledged.refused}; ${acknowledged.cut}`,
      ],
      [
        'edits and runs that were answered and are lost',
        String(rows.reduce((sum, row) => sum + Number(row.at(-1)), 0)),
      ],
      ['changes that a tab missed without being told', String(tabs.reduce((sum, tab) => sum + tab.missed, 0))],
      ['tabs ahead of the store in the end', String(behind)],
      [
        'joins and resets of all tabs',
        `${tabs.reduce((sum, tab) => sum + tab.joins, 0)}, ${tabs.reduce((sum, tab) => sum + tab.resets, 0)}`,
      ],
      ['runs that are stuck', String(open.length)],
      [
        'memory, MB: median of the first quarter and of the last',
        `${median(memories.slice(0, quarter)).toFixed(0)}, ${median(memories.slice(-quarter)).toFixed(0)}`,
      ],
      ['start after a kill, ms: p50, most', `${median(startsMs).toFixed(0)}, ${Math.max(...startsMs).toFixed(0)}`],
    ],
  ),
)
for (const fault of faults) console.log(fault)
process.exit(faults.length === 0 ? 0 : 1)
