import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test, vi } from 'vitest'
import { readDocument, writeDocument } from '../../core/exchange'
import { readFrameFile, writeFrameFile } from '../../core/frameFile'
import { valueOf } from '../../core/result'
import { buildWorker } from '../../scripts/buildWorker.mjs'
import { readDocumentApart, readFrameFileApart, writeFrameFileApart } from './frameFileApart'

let folder: string
let file: string
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'keen-lever-frame-file-'))
  file = join(folder, 'frameFileWorker.cjs')
  await buildWorker('frameFileWorker', file)
})
afterAll(() => rmSync(folder, { recursive: true, force: true }))

const lever = (i: number) => `  Lever ${i}:\n    keys: F9\n    say: number ${i}\n`
const many = `keen-lever: 1\nframe: Many\nlevers:\n${Array.from({ length: 1500 }, (_, i) => lever(i)).join('')}`

test('a large file comes out of its thread as it does without one, and so does what is wrong with it', async () => {
  const read = await readFrameFileApart(many, {}, { file })
  expect(read).toEqual(readFrameFile(many))
  const wrong = many.replace('    say: number 700', '    sya: number 700')
  expect(await readFrameFileApart(wrong, {}, { file })).toEqual(readFrameFile(wrong))
  const frame = valueOf(readFrameFile(many))
  expect(await writeFrameFileApart(frame, {}, { file })).toBe(writeFrameFile(frame))
})

test('so does a document, and what is wrong with it', async () => {
  const text = writeDocument({ frames: [valueOf(readFrameFile(many))], values: [], kits: [] })
  expect(text.length).toBeGreaterThan(100_000)
  expect(await readDocumentApart(text, { file })).toEqual(readDocument(text))
  const wrong = text.replace('"number 700"', '700')
  const read = await readDocumentApart(wrong, { file })
  expect([read.ok, read]).toEqual([false, readDocument(wrong)])
})

test('the server goes on meanwhile', async () => {
  let turns = 0
  const timer = setInterval(() => (turns += 1), 5)
  await readFrameFileApart(many, {}, { file })
  clearInterval(timer)
  expect(turns).toBeGreaterThan(10)
})

test('one that takes too long is refused, and a small one needs no thread', async () => {
  vi.spyOn(console, 'error').mockImplementation(() => undefined)
  const endless = join(folder, 'endless.cjs')
  writeFileSync(endless, 'for (;;) {}')
  const refused = await readFrameFileApart(many, {}, { file: endless, deadlineMs: 200 })
  expect(refused.ok ? '' : refused.issues[0]!.code).toBe('too-large')
  expect((await readFrameFileApart('keen-lever: 1\nframe: Small\n', {}, { file: endless })).ok).toBe(true)
})
