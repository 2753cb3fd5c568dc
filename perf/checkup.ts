// The check-up of a large store: all of it, after one change of each kind, and what would break if.
import { applyChanges } from '../core/bench'
import type { BenchState, Change } from '../core/bench'
import { CheckUp, checkUp } from '../core/checkup'
import type { CheckUpInput } from '../core/checkup'
import type { Lever } from '../core/levers'
import { valueOf } from '../core/result'
import { frames, levers as demoLevers, values, workstation } from '../demo'
import { percentile, table } from './measure'

const COUNT = 10_000
const TIMES = 20
const levers: Lever[] = Array.from({ length: COUNT }, (_, i) => ({
  ...demoLevers[i % demoLevers.length]!,
  id: `l${i}`,
  plate: i + 1,
  // The same keys over and over would be a measurement of clashes, which `perf/clash` is.
  triggers: i < demoLevers.length ? demoLevers[i]!.triggers : [],
}))
const input: CheckUpInput = { levers, frames, values, bench: workstation }
const changed = (bench: BenchState, ...changes: Change[]) => valueOf(applyChanges(bench, changes))

function took(work: () => void): number {
  const startedAt = performance.now()
  work()
  return performance.now() - startedAt
}

const whole = Array.from({ length: 3 }, () => took(() => void checkUp(input)))
const check = new CheckUp(input)
const count = check.findings().length

const rows: [string, number, number][] = [['all, from nothing', percentile(whole, 0.5), percentile(whole, 1)]]
function measured(name: string, work: (i: number) => void): void {
  const each = Array.from({ length: TIMES }, (_, i) =>
    took(() => {
      work(i)
      check.findings()
    }),
  )
  rows.push([name, percentile(each, 0.5), percentile(each, 0.95)])
}
measured('after one lever was edited', (i) => check.put({ ...levers[i * 31]!, name: `Edited ${i}`, version: 2 + i }))
const files = [
  workstation,
  changed(workstation, { kind: 'file.put', path: '/home/watch/new.txt', file: { kind: 'file', sizeBytes: 1 } }),
]
measured('after a file came that none looks at', (i) => check.setBench(files[(i + 1) % 2]!))
const front = Object.keys(workstation.windows).map((id) =>
  changed(workstation, { kind: 'window.raise', windowId: id } as Change),
)
measured('after another window came to the front', (i) => check.setBench(front[i % front.length]!))
const folder = [
  workstation,
  changed(workstation, { kind: 'file.move', from: '/home/watch/charts', to: '/home/watch/maps' }),
]
measured('after a folder was renamed that a tenth of them use', (i) => check.setBench(folder[(i + 1) % 2]!))
check.setBench(workstation)
measured('what would break if a program was removed', (i) =>
  check.whatIf({ changes: [{ kind: 'program.remove', programId: ['atlas-room', 'lens-desk'][i % 2]! }] }),
)
measured('what would break if a folder was renamed', () =>
  check.whatIf({ changes: [{ kind: 'file.move', from: '/home/watch/charts', to: '/home/watch/maps' }] }),
)

console.log(`${COUNT.toLocaleString('en')} levers, ${count.toLocaleString('en')} findings; ms\n`)
console.log(table(['', 'median', 'p95'], rows))
