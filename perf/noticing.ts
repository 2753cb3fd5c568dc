// What repeats among 100,000 acts by hand: a night's work over and over, with other acts in between.
import { findRepeats } from '../core/noticing'
import type { NoticedAct } from '../core/noticing'
import { stepSchema } from '../core/steps'
import type { Step } from '../core/steps'
import { percentile, table } from './measure'

const step = (part: Record<string, unknown>) => stepSchema.parse({ id: 'act', ...part })
let state = 11
const random = () => (state = (state * 1_103_515_245 + 12_345) % 2_147_483_648) / 2_147_483_648
const pick = <T>(list: readonly T[]) => list[Math.floor(random() * list.length)]!

const PROGRAMS = Array.from({ length: 60 }, (_, i) => `program-${i}`)
const single = (): Step =>
  pick([
    () => step({ kind: 'program.raise', programId: pick(PROGRAMS) }),
    () => step({ kind: 'program.open', programId: pick(PROGRAMS), args: [`/l/${Math.floor(random() * 5000)}.log`] }),
    () => step({ kind: 'place.open', places: [`/archive/${Math.floor(random() * 5000)}`] }),
    () => step({ kind: 'text.type', text: '${text}', programId: '' }),
  ])()
const pieces = Array.from(
  { length: 40 },
  (_, i) =>
    (mark: number): Step[] =>
      Array.from({ length: 2 + (i % 7) }, (_one, j) =>
        step({
          kind: 'program.open',
          programId: PROGRAMS[(i * 7 + j) % 60],
          args: [`--of=${i}`, `/in/veil-${mark}.exposure`],
        }),
      ),
)

function drawn(count: number, shareOfPieces: number): NoticedAct[] {
  const acts: NoticedAct[] = []
  let atMs = 0
  for (let mark = 0; acts.length < count; mark++) {
    const steps = random() < shareOfPieces ? pick(pieces)(mark % 3000) : [single()]
    for (const one of steps) acts.push({ step: one, atMs: (atMs += random() * 4000), programId: pick(PROGRAMS) })
    if (random() < 0.1) atMs += 300_000
  }
  return acts.slice(0, count)
}

const rows = [
  ['half of it repeats', 0.3],
  ['nearly all of it repeats', 0.9],
  ['nothing is planted', 0],
].flatMap(([name, share]) =>
  [10_000, 100_000].map((count) => {
    const acts = drawn(count, share as number)
    const times = Array.from({ length: 5 }, () => {
      const startedAt = performance.now()
      findRepeats(acts)
      return performance.now() - startedAt
    })
    const found = findRepeats(acts)
    return [`${name}: ${count} acts`, percentile(times, 0.5), Math.max(...times), String(found.length)]
  }),
)
console.log(table(['ms', 'p50', 'most', 'found'], rows))
