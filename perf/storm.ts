// A million keys at random over levers and rules of every kind: each is decided once and in its order, and none is left
// down. Ends with 1 where that is not so.
import { createResolver } from '../core/resolve'
import type { Decision } from '../core/resolve'
import { outcomeOf, storm, stormConfig, stormLevers } from '../core/resolve/exampleStorm'
import { seededRandom } from '../core/timing'
import { table } from './measure'

const COUNT = Number(process.argv[2] ?? 1_000_000)
const SEEDS = [1, 2, 3, 4, 5]

interface Tally {
  events: number
  /** Decided twice, or not in the order in which they came. */
  astray: number
  undecided: number
  leftDown: number
  readonly pulled: Set<string>
  readonly us: number[]
}

function weather(seed: number, count: number, tally: Tally): void {
  const events = storm(count, seededRandom(seed))
  const resolver = createResolver(stormConfig)
  const down = new Set<string>()
  let state = resolver.initial
  let decided = 0
  const take = (decision: Decision) => {
    const { event } = decision
    if (decision.kind === 'wait' || !('code' in event)) return
    const due = events[decided]
    if (due?.code !== event.code || due.kind !== event.kind || due.atMs !== event.atMs) tally.astray += 1
    decided += 1
    const said = outcomeOf(decision)
    if (said.startsWith('pull')) tally.pulled.add(said.split(' ')[1]!)
    if (decision.kind === 'pass' && event.kind === 'down') down.add(event.code)
    if (decision.kind === 'pass' && event.kind === 'up') down.delete(event.code)
    for (const output of decision.outputs ?? []) {
      if (output.kind === 'down') down.add(output.code)
      if (output.kind === 'up') down.delete(output.code)
    }
  }
  for (const { front, ...event } of events) {
    const startedAt = performance.now()
    const next = resolver.next(state, event, { frontProgramId: front })
    tally.us.push((performance.now() - startedAt) * 1000)
    state = next.state
    next.decisions.forEach(take)
  }
  const end = resolver.next(state, { kind: 'tick', atMs: events.at(-1)!.atMs + 10_000 }, {})
  end.decisions.forEach(take)
  tally.events += events.length
  tally.undecided += events.length - decided
  tally.leftDown += down.size + end.state.held.length + end.state.physical.length + end.state.pending.length
}

const tally: Tally = { events: 0, astray: 0, undecided: 0, leftDown: 0, pulled: new Set(), us: [] }
for (const seed of SEEDS) weather(seed, COUNT / SEEDS.length, tally)
const sorted = Float64Array.from(tally.us).sort()
const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!
const never = stormLevers.filter(({ id }) => !tally.pulled.has(id)).length
console.log(
  table(
    [`${SEEDS.length} storms of keys at random`, ''],
    [
      ['key events', tally.events.toLocaleString('en')],
      ['decided twice, or out of their order', String(tally.astray)],
      ['never decided', String(tally.undecided)],
      ['keys left down, held or waiting in the end', String(tally.leftDown)],
      [`levers of ${stormLevers.length} that were never pulled`, String(never)],
      ['event to decision, p50; p99, µs', [0.5, 0.99].map((share) => at(share).toFixed(1)).join('; ')],
    ],
  ),
)
if (tally.astray + tally.undecided + tally.leftDown + never > 0) process.exitCode = 1
