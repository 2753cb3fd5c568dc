import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test, vi } from 'vitest'
import { buildWorker } from '../../scripts/buildWorker.mjs'
import { cleanIcon } from './cleanIcon'
import { cleanIconApart } from './cleanIconApart'

let folder: string
beforeAll(() => void (folder = mkdtempSync(join(tmpdir(), 'keen-lever-worker-'))))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

const svg = Buffer.from('<svg><path d="M0 0h4v4z" onclick="x()"/></svg>')
const tell = (what: unknown) => `require('node:worker_threads').parentPort.postMessage(${JSON.stringify(what)});`
const scripted = (code: string) => {
  const file = join(folder, `${code.length}.cjs`)
  writeFileSync(file, code)
  return file
}

test('a picture comes out of its thread as it does without one', async () => {
  const file = join(folder, 'iconWorker.cjs')
  await buildWorker('iconWorker', file)
  expect(await cleanIconApart('a.svg', svg, { file })).toEqual(cleanIcon('a.svg', svg))
  const odd = Buffer.from('no picture')
  expect(await cleanIconApart('a.txt', odd, { file })).toEqual(cleanIcon('a.txt', odd))
  expect(await cleanIconApart('a.svg', svg, { file: join(folder, 'none.cjs') })).toEqual(cleanIcon('a.svg', svg))
})

test('one that takes too long, or too much, is refused, and the thread is gone', async () => {
  vi.spyOn(console, 'error').mockImplementation(() => undefined)
  const codeOf = async (code: string, deadlineMs?: number) => {
    const result = await cleanIconApart('a.svg', svg, {
      file: scripted(tell('begun') + code),
      ...(deadlineMs ? { deadlineMs } : {}),
    })
    return result.ok ? 'ok' : result.issues[0]!.message
  }
  expect(await codeOf('for (;;) {}', 200)).toBe(
    'a.svg takes more than 0.2 seconds to look at, so it is not taken. Save it simpler.',
  )
  expect(await codeOf('const all = []; for (;;) all.push(new Array(1e5).fill({}))', 20_000)).toContain('more memory')
  expect(await codeOf('process.exit(0)')).toContain('could not be looked at')
})

test('how long its thread takes to begin is not held against it', async () => {
  const told = { ok: false, issues: [{ code: 'icon-broken', message: 'Looked at.' }] }
  const file = scripted(`const end = Date.now() + 600; while (Date.now() < end); ${tell('begun')}${tell(told)}`)
  expect(await cleanIconApart('a.svg', svg, { file, deadlineMs: 300 })).toEqual(told)
})
