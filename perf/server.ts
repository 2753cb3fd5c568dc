// Pull of a 50-step lever over HTTP, a rehearsal of 1,000 steps in the core, start of the server.
import { rehearse } from '../core/run'
import { levers, workstation } from '../demo'
import { apiOf, draft } from '../tests/support/api'
import { freshStore, startServer } from '../tests/support/startServer'
import { percentile, table, timed } from './measure'

const steps = (count: number) =>
  Array.from({ length: count }, (_, i) => ({ id: `s${i}`, kind: 'message.show', text: `Mark ${i}` }))

const starts: number[] = []
const folder = await freshStore()
for (let i = 0; i < 5; i++) {
  const startedAt = performance.now()
  const server = await startServer(folder)
  starts.push(performance.now() - startedAt)
  await server.stop()
}

const server = await startServer(folder)
const call = apiOf(server.url)
const lever = (await call<{ id: string }>('POST', '/api/levers', draft({ triggers: [], steps: steps(50) }))).body
const pulls: number[] = []
for (let i = 0; i < 12; i++) {
  const startedAt = performance.now()
  await call('POST', `/api/levers/${lever.id}/pull`, {})
  pulls.push(performance.now() - startedAt)
}
await server.stop()

const long = { ...levers[0]!, steps: Array.from({ length: 1000 }, (_, i) => levers[i % 3]!.steps[0]!) }
let id = 0
const rehearsals = timed(20, () => void rehearse(long, workstation, { nowMs: 0, nextId: () => `i${id++}` }))

console.log(
  table(
    ['ms', 'p50', 'p95'],
    [
      [
        'start of the server on a store that is there, until it answers',
        percentile(starts, 0.5),
        percentile(starts, 0.95),
      ],
      ['pull of a 50-step lever, each step committed', percentile(pulls, 0.5), percentile(pulls, 0.95)],
      ['rehearsal of 1,000 steps', percentile(rehearsals, 0.5), percentile(rehearsals, 0.95)],
    ],
  ),
)
