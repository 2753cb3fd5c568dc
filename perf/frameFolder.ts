// A watched folder: how long after a file is saved its frame is in force, how long after an edit here the file has it,
// and how long keys take meanwhile, beside keys while nothing is saved.
import { mkdtempSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Lever } from '../core/levers'
import type { FrameFolderSummary } from '../contract'
import { apiOf } from '../tests/support/api'
import { startServer } from '../tests/support/startServer'
import { percentile, table } from './measure'

const ROUNDS = 3
const folder = mkdtempSync(join(tmpdir(), 'keen-lever-frames-'))
const server = await startServer(undefined, undefined, { KEEN_FRAMES: folder })
const call = apiOf(server.url)

function fileOf(count: number, word: string): string {
  const steps = (i: number) => [
    `say: number ${i} ${i === 3 ? word : ''}`,
    'open: atlas-room --profile=red "two words"',
    'wait: 3 s',
  ]
  const lever = (i: number) =>
    `  Many ${count} ${i}:\n    do:\n${steps(i)
      .map((step) => `      - ${step}\n`)
      .join('')}`
  return `keen-lever: 1\nframe: Many ${count}\nlevers:\n${Array.from({ length: count }, (_, i) => lever(i)).join('')}`
}

/** Looks until something holds; the milliseconds it took. */
async function until(holds: () => boolean | Promise<boolean>): Promise<number> {
  const startedAt = performance.now()
  while (!(await holds())) await new Promise((resolve) => setTimeout(resolve, 5))
  return performance.now() - startedAt
}

const summary = async () => (await call<{ folder: FrameFolderSummary }>('GET', '/api/frame-folder')).body.folder

/** Presses keys for as long as some work takes. */
async function withKeys(work: () => Promise<number>): Promise<{ ms: number; keys: number[] }> {
  const keys: number[] = []
  let isOver = false
  let atMs = Date.now()
  const press = async () => {
    while (!isOver) {
      atMs += 500
      const startedAt = performance.now()
      const events = [
        { kind: 'down', code: 'F9', atMs },
        { kind: 'up', code: 'F9', atMs: atMs + 10 },
      ]
      await call('POST', '/api/keys', { source: 'perf', events })
      keys.push(performance.now() - startedAt)
      await new Promise((resolve) => setTimeout(resolve, 40))
    }
  }
  const pressing = press()
  const ms = await work()
  isOver = true
  await pressing
  return { ms, keys }
}

async function measure(count: number): Promise<string[]> {
  const name = `many-${count}.yaml`
  const saved: number[] = []
  const keys: number[] = []
  for (let round = 0; round < ROUNDS; round++) {
    writeFileSync(join(folder, '.next'), fileOf(count, `round ${round}`))
    const after = Date.now()
    renameSync(join(folder, '.next'), join(folder, name))
    const one = await withKeys(() =>
      until(async () => {
        const file = (await summary()).files.find((kept) => kept.file === name)
        return file?.phase === 'in-step' && (file.last?.atMs ?? 0) >= after
      }),
    )
    saved.push(one.ms)
    keys.push(...one.keys)
  }
  const lever = (await call<Lever[]>('GET', '/api/levers')).body.find((one) => one.name === `Many ${count} 7`)!
  await call('PATCH', `/api/levers/${lever.id}`, { version: lever.version, enabled: false })
  const written = await withKeys(() => until(() => readFileSync(join(folder, name), 'utf8').includes('off: true')))
  const rest = await withKeys(() => new Promise((resolve) => setTimeout(() => resolve(0), 2000)))
  const ms = (value: number) => value.toFixed(0)
  return [
    `${count.toLocaleString('en')} levers`,
    ms(percentile(saved, 0.5)),
    ms(written.ms),
    `${ms(percentile(keys, 0.5))} / ${ms(Math.max(...keys))}`,
    `${ms(percentile(rest.keys, 0.5))} / ${ms(Math.max(...rest.keys))}`,
  ]
}

const rows = [await measure(300), await measure(5000)]
const heads = [
  'watched folder, ms',
  'saved, in force after',
  'edited, written after',
  'a key meanwhile (median / longest)',
]
console.log(table([...heads, 'a key while nothing is saved'], rows))
await server.stop()
rmSync(folder, { recursive: true, force: true })
