// Splitting, joining and linting: how much of it in how long.
import { joinAs, splitAs, CONVENTIONS } from '../core/command'
import { tableFor } from '../core/levers'
import type { Lever, NamedValue } from '../core/levers'
import { lintStep } from '../core/steps'
import type { StepOf } from '../core/steps'
import { frames, levers as demoLevers, values as demoValues, workstation } from '../demo'
import { percentile, table, timed } from './measure'

const argv = [
  '/opt/harrow/atlas-room',
  ...Array.from({ length: 200 }, (_, i) =>
    i % 3 === 0
      ? `--set=${i} "quoted" 'twice'`
      : i % 3 === 1
        ? `/home/watch/charts/guide stars ${i}.overlay`
        : `plain-${i}`,
  ),
]
const rows = CONVENTIONS.flatMap((convention) => {
  const line = joinAs(convention, argv)
  if (!line.ok) throw new Error(line.issues[0]!.message)
  const joined = timed(500, () => joinAs(convention, argv))
  const split = timed(500, () => splitAs(convention, line.value))
  return [
    [`join, ${convention}`, percentile(joined, 0.5), percentile(joined, 0.95)],
    [`split, ${convention}`, percentile(split, 0.5), percentile(split, 0.95)],
  ] as [string, number, number][]
})
console.log(table(['200 arguments, ms', 'p50', 'p95'], rows))

const files = Object.keys(workstation.files).filter((path) => path.includes('.'))
const step = (count: number): StepOf<'program.open'> => ({
  id: 's',
  kind: 'program.open',
  programId: 'atlas-room',
  onFailure: 'stop',
  args: [
    '--profile=dome',
    ...Array.from({ length: count - 1 }, (_, i) => files.filter((path) => path.endsWith('.overlay'))[i % 3]!),
  ],
})
const faulty = (count: number): StepOf<'program.open'> => ({
  ...step(count),
  args: step(count).args.map((text, i) => (i % 10 === 0 ? `--odd-${i}` : text)),
})
const one = timed(300, () => lintStep(step(200), workstation))
const bad = timed(300, () => lintStep(faulty(200), workstation))
const levers: Lever[] = Array.from({ length: 10_000 }, (_, i) => ({
  ...demoLevers[i % demoLevers.length]!,
  id: `l-${i}`,
  plate: i + 1,
}))
const many = timed(20, (i) => {
  // A value changes, so every lever is looked at again.
  const changed: NamedValue[] = demoValues.map((value) => ({
    ...value,
    text: value.name === 'series' ? `2611-${i}` : value.text,
  }))
  const now = new Map(frames.map((frame) => [frame.id, tableFor(frame.id, changed, workstation)]))
  for (const lever of levers) for (const entry of lever.steps) lintStep(entry, workstation, now.get(lever.frameId))
})
console.log(
  '\n' +
    table(
      ['lint, ms', 'p50', 'p95', 'aim'],
      [
        ['a lever with 200 arguments', percentile(one, 0.5), percentile(one, 0.95), '1'],
        ['the same, every tenth an unknown option', percentile(bad, 0.5), percentile(bad, 0.95), ''],
        ['10,000 levers after a value changed', percentile(many, 0.5), percentile(many, 0.95), '300'],
      ],
    ),
)
