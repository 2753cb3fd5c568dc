import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test, vi } from 'vitest'
import type { ScriptRequest } from '../../core/script'
import { buildWorker } from '../../scripts/buildWorker.mjs'
import { ScriptHouse } from './scriptHouse'

let folder: string
let file: string
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'keen-lever-scripts-'))
  file = join(folder, 'scriptWorker.cjs')
  await buildWorker('scriptWorker', file)
})
afterAll(() => rmSync(folder, { recursive: true, force: true }))

const requestOf = (source: string, values: ScriptRequest['values'] = {}): ScriptRequest => ({
  source,
  values,
  bench: {},
  nowMs: 0,
  given: {},
})
/** One long native call, from which the interpreter does not look up. */
const STUBBORN = 'const a = []; for (;;) a.push("y".repeat(1000) + a.length)'

test('scripts run in their threads one after the other, each as if it were alone', async () => {
  const house = new ScriptHouse(file)
  const outcomes = await Promise.all(
    Array.from({ length: 20 }, (_, i) =>
      house.run(requestOf('globalThis.n = (globalThis.n ?? 0) + values.i; return n', { i })),
    ),
  )
  expect(outcomes.map((outcome) => outcome.kind === 'gave' && outcome.value)).toEqual(
    Array.from({ length: 20 }, (_, i) => i),
  )
  await house.close()
  expect(await house.run(requestOf('return 1'))).toMatchObject({ kind: 'failed' })
})

test('one that holds its thread up is ended by the deadline; the server goes on meanwhile, and the next one runs', async () => {
  const house = new ScriptHouse(file, 600)
  expect(await house.run(requestOf('return 1'))).toMatchObject({ kind: 'gave' })
  let turns = 0
  const timer = setInterval(() => (turns += 1), 5)
  const [ended, after] = await Promise.all([house.run(requestOf(STUBBORN)), house.run(requestOf('return 2'))])
  clearInterval(timer)
  expect(ended).toMatchObject({ kind: 'failed', message: expect.stringMatching(/^It takes more than 0.6 s/) })
  expect(after).toMatchObject({ kind: 'gave', value: 2 })
  expect(turns).toBeGreaterThan(20)
  await house.close()
})

test('one that holds its thread up does not hold up the others', async () => {
  const house = new ScriptHouse(file, 2500)
  let hasEnded = false
  const stubborn = house.run(requestOf(STUBBORN)).then((outcome) => {
    hasEnded = true
    return outcome
  })
  const others = await Promise.all([1, 2, 3].map((i) => house.run(requestOf(`return ${i}`))))
  expect(others.map((outcome) => outcome.kind === 'gave' && outcome.value)).toEqual([1, 2, 3])
  expect(hasEnded).toBe(false)
  expect(await stubborn).toMatchObject({ kind: 'failed' })
  await house.close()
})

test('an interpreter that did not come out whole is another one for the next script', async () => {
  const house = new ScriptHouse(file)
  const deep = 'let a = "["; for (let i = 0; i < 16; i++) a += a; return JSON.parse(a)'
  expect(await house.run(requestOf(deep))).toMatchObject({ kind: 'failed' })
  expect(await house.run(requestOf('return 3'))).toMatchObject({ kind: 'gave', value: 3 })
  await house.close()
})

test('a thread that cannot begin or ends is told, and without a file scripts run all the same', async () => {
  vi.spyOn(console, 'error').mockImplementation(() => undefined)
  const broken = join(folder, 'broken.cjs')
  writeFileSync(broken, 'throw new Error("out of paper")')
  const house = new ScriptHouse(broken)
  expect(await house.run(requestOf('return 1'))).toMatchObject({
    kind: 'failed',
    message: expect.stringContaining('ended'),
  })
  const leaving = join(folder, 'leaving.cjs')
  writeFileSync(
    leaving,
    `const { parentPort } = require("node:worker_threads")
     parentPort.on("message", () => process.exit(3))
     parentPort.postMessage("ready")`,
  )
  expect(await new ScriptHouse(leaving).run(requestOf('return 1'))).toMatchObject({ kind: 'failed' })
  expect(await new ScriptHouse(join(folder, 'none.cjs')).run(requestOf('return 4'))).toMatchObject({ value: 4 })
})
