// Planning an arrangement of 500 windows from benches that differ in all of them, beside one that differs in none.
import { judgeArrangement } from '../core/arrangement'
import { applyChanges } from '../core/bench'
import type { BenchState, BenchWindow } from '../core/bench'
import { valueOf } from '../core/result'
import { arrangementSchema } from '../core/steps'
import { workstation } from '../demo'
import { percentile, table, timed } from './measure'

const COUNT = 500
const TIMES = 30
const indexes = Array.from({ length: COUNT }, (_, i) => i)
const LEFT = { x: 0, y: 0, width: 50, height: 100 }
const path = (i: number) => `/home/watch/charts/${i}.log`

const wanted = arrangementSchema.parse({
  windows: indexes.map((i) => ({
    programId: 'night-book',
    shows: { documents: [`\${logs}/tonight-${i}.log`] },
    mode: 'normal',
    displayId: i % 2 === 0 ? 'display-left' : 'display-right',
    desktop: 1 + (i % 3),
    area: LEFT,
  })),
  devices: [],
  frames: [],
  rest: 'close',
  unsaved: 'discard',
})

function benchOf(windowOf: (i: number) => Partial<BenchWindow>): BenchState {
  const windows = indexes.map((i): BenchWindow => ({
    id: `w${i}`,
    programId: 'night-book',
    mode: 'normal',
    content: { documents: [] },
    ...windowOf(i),
  }))
  return {
    ...workstation,
    windows: Object.fromEntries(windows.map((window) => [window.id, window])),
    stack: windows.map(({ id }) => id),
  }
}
const shows = (i: number) => ({
  documents: [{ path: `${workstation.folders.logs}/tonight-${i}.log`, role: 'log', unsaved: false }],
})
const benches: [string, BenchState][] = [
  ['nothing differs', benchOf((i) => ({ content: shows(i), ...standOf(i) }))],
  ['all stand elsewhere', benchOf((i) => ({ content: shows(COUNT - 1 - i), mode: 'maximized' }))],
  ['none is open', { ...workstation, windows: {}, stack: [] }],
  [
    '500 others are open',
    benchOf((i) => ({ content: { documents: [{ path: path(i), role: 'log', unsaved: false }] } })),
  ],
]
function standOf(i: number): Partial<BenchWindow> {
  return { displayId: i % 2 === 0 ? 'display-left' : 'display-right', desktop: 1 + (i % 3), area: LEFT }
}
// Files that are not there would have error windows opened instead.
const { files } = valueOf(
  applyChanges(
    workstation,
    indexes.map((i) => ({
      kind: 'file.put',
      path: `${workstation.folders.logs}/tonight-${i}.log`,
      file: { kind: 'file', sizeBytes: 1 },
    })),
  ),
)

const rows = benches.map(([name, bench]) => {
  const at = { ...bench, files }
  const plan = judgeArrangement(at, wanted, { nowMs: 0 })
  const lost = plan.parts.filter(({ state }) => state === 'unreachable').length
  if (lost > 0) throw new Error(`${name}: ${lost} out of reach`)
  const each = timed(TIMES, () => void judgeArrangement(at, wanted, { nowMs: 0 }))
  return [name, String(plan.steps.length), percentile(each, 0.5), percentile(each, 0.95)] as const
})
console.log(table(['500 windows wanted, ms', 'steps', 'p50', 'p95'], rows))
