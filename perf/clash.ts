// The whole clash analysis of a large store, and after one edit.
import { createClashIndex, findClashes } from '../core/clash'
import { formatChord, KEYS, MODIFIERS } from '../core/keys'
import type { Modifier } from '../core/keys'
import type { Frame, Lever } from '../core/levers'
import { seededRandom } from '../core/timing'
import { levers as demoLevers, programs as demoPrograms } from '../demo'
import { percentile, table, timed } from './measure'

const random = seededRandom(5)
const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
const codes = KEYS.map((key) => key.code)
const modifierSets: Modifier[][] = Array.from({ length: 15 }, (_, bits) =>
  MODIFIERS.filter((_modifier, i) => (bits + 1) & (1 << i)),
)
const chord = () => formatChord({ modifiers: pick(modifierSets), code: pick(codes) })

const programs = Object.fromEntries(
  Array.from({ length: 200 }, (_, i) => {
    const claims = [...new Set(Array.from({ length: 300 }, chord))].map((text) => ({ chord: text, does: 'Its own' }))
    return [`p${i}`, { ...demoPrograms[0]!, id: `p${i}`, name: `Program ${i}`, claims }]
  }),
)
const frames: Frame[] = Array.from({ length: 20 }, (_, i) => ({
  id: `f${i}`,
  name: `Frame ${i}`,
  on: i % 5 !== 0,
  position: i,
}))
const levers: Lever[] = Array.from({ length: 10_000 }, (_, i) => ({
  ...demoLevers[i % demoLevers.length]!,
  id: `l${i}`,
  plate: i + 1,
  frameId: `f${i % 20}`,
  enabled: i % 9 !== 0,
  // Most levers of such a store belong to one program; the others would fight over every chord.
  scope: i % 10 === 0 ? { kind: 'everywhere' } : { kind: 'only', programIds: [`p${i % 200}`] },
  triggers: Array.from({ length: 3 }, (_, n) =>
    n === 2 && i % 7 === 0
      ? { id: `t${n}`, kind: 'sequence', sequence: `${chord()} ${chord()}`, wins: 'auto' }
      : { id: `t${n}`, kind: 'chord', chord: chord(), wins: 'auto' },
  ),
}))
const input = { levers, frames, programs }

let found = 0
const whole = timed(40, () => {
  found = findClashes(input).length
})
const index = createClashIndex(input)
const edit = timed(500, (i) => {
  const lever = levers[i % levers.length]!
  const after: Lever = { ...lever, triggers: [{ id: 't0', kind: 'chord', chord: chord(), wins: 'auto' }] }
  index.put(after)
  index.of(after.id)
  index.put(lever)
})
console.log(
  table(
    [
      `clashes, ms (10,000 levers of 3 triggers, 200 programs of 300 keys: ${found.toLocaleString('en')} found)`,
      'p50',
      'p95',
      'aim',
    ],
    [
      ['the whole analysis', percentile(whole, 0.5), percentile(whole, 0.95), '200'],
      ['after one edit, and back', percentile(edit, 0.5), percentile(edit, 0.95), '5'],
    ],
  ),
)
