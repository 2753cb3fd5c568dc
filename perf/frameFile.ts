// Frame files: 300 and 5,000 levers written, read and compared with what stands.
import { documentOf, planFrame, readFrameFile, writeFrameFile } from '../core/frameFile'
import type { Frame, Lever } from '../core/levers'
import { valueOf } from '../core/result'
import { levers as demoLevers } from '../demo'
import { percentile, table } from './measure'

const frame: Frame = { id: 'many', name: 'Many', on: true, position: 0 }

function storeOf(count: number) {
  const levers = Array.from({ length: count }, (_, i): Lever => {
    const like = demoLevers[i % demoLevers.length]!
    const { variant: _variant, ...rest } = like
    return { ...rest, id: `many-${i}`, name: `${like.name} ${i}`, plate: i + 1, frameId: frame.id, version: 1 }
  })
  return { levers: new Map(levers.map((lever) => [lever.id, lever])), frames: new Map([[frame.id, frame]]), values: [] }
}

function timed<T>(work: () => T): { ms: number; value: T } {
  const startedAt = performance.now()
  const value = work()
  return { ms: performance.now() - startedAt, value }
}

let id = 0
const rows = [300, 5000].map((count) => {
  const store = storeOf(count)
  const times = { write: [] as number[], read: [] as number[], plan: [] as number[], again: [] as number[] }
  let size = 0
  for (let i = 0; i < (count > 1000 ? 3 : 10); i++) {
    const document = documentOf(frame, [...store.levers.values()], [], store)
    const written = timed(() => writeFrameFile(document))
    const altered = written.value.replace('plate: 7\n', 'plate: 7\n    off: true\n')
    const read = timed(() => valueOf(readFrameFile(altered)))
    const plan = timed(() => planFrame(read.value, { ...store, newId: () => `new-${(id += 1)}` }))
    const again = timed(() => writeFrameFile(read.value, written.value))
    size = written.value.length
    times.write.push(written.ms)
    times.read.push(read.ms)
    times.plan.push(plan.ms)
    times.again.push(again.ms)
    if (plan.value.levers.filter(({ fate }) => fate === 'changed').length !== 1)
      throw new Error('one lever was altered')
  }
  const median = (all: number[]) => percentile(all, 0.5).toFixed(0)
  return [
    `${count.toLocaleString('en')} levers, ${Math.round(size / 1024)} KiB`,
    median(times.write),
    median(times.read),
    median(times.plan),
    median(times.again),
  ]
})
console.log(table(['frame file, ms (median)', 'written', 'read', 'compared', 'written over, one lever altered'], rows))
