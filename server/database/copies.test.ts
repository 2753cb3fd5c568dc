import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync, gzipSync } from 'node:zlib'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { writeBench } from '../../core/bench'
import { DEFAULT_KEYS } from '../../core/levers'
import { demoContent } from './content'
import type { StoreContent } from './content'
import { copiesOf, readCopy, writeCopy } from './copies'
import { readContent } from './readContent'

let store: string
beforeEach(() => {
  store = mkdtempSync(join(tmpdir(), 'keen-lever-copies-'))
})
afterEach(() => rmSync(store, { recursive: true, force: true }))

const whole: StoreContent = {
  ...demoContent,
  keys: { version: 4, body: { ...DEFAULT_KEYS, legends: 'de' } },
  icons: [{ id: 'a'.repeat(64), type: 'image/png', base64: 'AAAA' }],
  entryFiles: [{ id: 'b'.repeat(64), text: '[Desktop Entry]\nName=“é”\n' }],
  recordings: [{ id: 'r', name: 'Typing', atMs: 5, events: [] }],
}
const comparable = ({ bench, ...content }: StoreContent) => ({ ...content, bench: writeBench(bench) })

describe('a copy of a store', () => {
  test('gives back all that it was made of, to the last field', async () => {
    await writeCopy(store, whole, 1000)
    const { content, left } = readContent((await readCopy(copiesOf(store)[0]!))!)
    expect(left).toEqual([])
    expect(comparable(content)).toEqual(comparable(whole))
  })

  test('is one of three, the latest first; the oldest goes', async () => {
    for (const atMs of [3, 1, 2, 10, 5]) await writeCopy(store, demoContent, atMs)
    expect(copiesOf(store).map(({ atMs }) => atMs)).toEqual([10, 5, 3])
    expect(readdirSync(join(store, 'copies'))).toHaveLength(3)
    expect(copiesOf(join(store, 'nowhere'))).toEqual([])
  })

  test('that is torn, or another file, is none', async () => {
    await writeCopy(store, demoContent, 1)
    const [copy] = copiesOf(store)
    const bytes = readFileSync(copy!.path)
    for (const odd of [
      bytes.subarray(0, bytes.length >> 1),
      Buffer.from('no copy'),
      gzipSync('{"store":"other"}'),
      gzipSync('[]'),
    ]) {
      writeFileSync(copy!.path, odd)
      expect(await readCopy(copy!)).toBeUndefined()
    }
  })

  test('in which single things are odd gives the rest, and says what is left out', async () => {
    await writeCopy(store, whole, 1)
    const [copy] = copiesOf(store)
    // As an older version wrote them, whose last line is one like the others.
    const lines = gunzipSync(readFileSync(copy!.path))
      .toString()
      .replace('"format":2', '"format":1')
      .split('\n')
      .slice(0, -1)
    const altered = lines.flatMap((line, i) => {
      if (i === 0) return [line]
      const [part, thing] = JSON.parse(line) as [string, { id?: string; name?: string; plate?: number }]
      if (part === 'frames' && thing.id === 'night-run') return []
      if (part === 'levers' && thing.id === 'lever-3') return [JSON.stringify([part, { ...thing, steps: [] }])]
      if (part === 'levers' && thing.id === 'lever-4') return [JSON.stringify([part, { ...thing, plate: 1 }])]
      if (part === 'keys') return [JSON.stringify([part, { version: 1, body: { keyboard: 'odd' } }])]
      return [line, ...(part === 'icons' ? [JSON.stringify(['no-such-part', {}])] : [])]
    })
    writeFileSync(copy!.path, gzipSync(altered.join('\n')))
    const { content, left } = readContent((await readCopy(copy!))!)
    expect(left.map((sentence) => sentence.split(':')[0])).toEqual([
      'lever lever-3',
      'lever lever-4',
      'frame night-run',
    ])
    expect(content.levers).toHaveLength(demoContent.levers.length - 2)
    // What stood in the frame that is lost has a place again.
    expect(content.frames.find(({ id }) => id === 'night-run')).toMatchObject({ name: 'Frame night-run', on: true })
    expect(content.keys).toBeUndefined()
  })
})
