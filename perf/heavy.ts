// What one request may ask for at most, and chords meanwhile: a long rehearsal, a file of many groups, many named values.
import type { Lever } from '../core/levers'
import { apiOf, draft } from '../tests/support/api'
import { freshStore, startServer } from '../tests/support/startServer'
import { press, pressesDuring, took } from './chords'
import { percentile, table } from './measure'

const TIMES = 5
const PRESSES = 40

const server = await startServer(await freshStore())
const call = apiOf(server.url)
const rows: (string | number)[][] = []

/** A request so many times, with chords pressed all the while. */
async function measure(name: string, path: string, body: unknown): Promise<void> {
  const times: number[] = []
  const presses: number[] = []
  for (let i = 0; i < TIMES; i++) {
    const asked = took(() => call('POST', path, body))
    presses.push(...(await pressesDuring(call, asked, 'KeyZ')))
    const [ms, { status, body: answer }] = await asked
    if (status !== 200) throw new Error(JSON.stringify(answer).slice(0, 300))
    times.push(ms)
  }
  rows.push([name, percentile(times, 0.5), Math.max(...times), percentile(presses, 0.95)])
}

const places = Array.from({ length: 200 }, (_, i) => `\${captures}/veil-${String(i).padStart(4, '0')}.exposure`)
const steps = Array.from({ length: 40 }, (_, i) => ({ id: `s${i}`, kind: 'place.open', places, onFailure: 'go-on' }))
const long = (await call<Lever>('POST', '/api/levers', draft({ triggers: [], steps }))).body
await measure('a rehearsal of 40 steps with 200 places each', `/api/levers/${long.id}/rehearse`, {})

const groups = Array.from({ length: 60_000 }, (_, i) => `[X-G${i}]\n`).join('')
const entry = `[Desktop Entry]\nType=Application\nName=Many groups\nExec=/opt/harrow/chart\n${groups}`
const files = [{ name: 'many.desktop', base64: Buffer.from(entry).toString('base64') }]
await measure('a preview of one file with 60,000 groups', '/api/exchange/preview', { files, frameId: 'desk' })

async function pulls(): Promise<number[]> {
  const times: number[] = []
  for (let i = 0; i < PRESSES; i++) times.push(await press(call, 'KeyH'))
  return times
}

await pulls()
const before = await pulls()
for (let i = 0; i < 300; i++) {
  const text = `\${captures}/series ${i}`
  const made = await call('POST', '/api/values', { name: `v${i}`, text, frameId: null })
  if (made.status !== 201) throw new Error(JSON.stringify(made.body).slice(0, 300))
}
await pulls()
const after = await pulls()
await server.stop()

console.log(table(['ms', 'p50', 'most', 'a chord meanwhile, p95'], rows))
console.log()
console.log(
  table(
    ['a chord that pulls a lever, ms until it is decided and stored', 'p50', 'p95'],
    [
      ['with the values of the demo', percentile(before, 0.5), percentile(before, 0.95)],
      ['with 300 more', percentile(after, 0.5), percentile(after, 0.95)],
    ],
  ),
)
