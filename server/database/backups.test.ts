import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync, gzipSync } from 'node:zlib'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { backupsOf, hasDaily, readBackup, writeBackup } from './backups'
import { demoContent } from './content'
import { readContent } from './readContent'
import { readWritten, writeContent } from './writtenContent'

let store: string
beforeEach(() => {
  store = mkdtempSync(join(tmpdir(), 'keen-lever-backups-'))
})
afterEach(() => rmSync(store, { recursive: true, force: true }))

const codeOf = async (bytes: Uint8Array) => {
  const read = await readWritten(bytes)
  return read.ok ? 'read' : read.issues[0]!.code
}
const choice = { letters: 'ch', entryId: 'lever lever-1', count: 2, since: 0, isFirst: true, lastAtMs: 5 }
const sum = { id: 's', sum: '2 * 60', value: 120, atMs: 7 }

describe('a backup', () => {
  test('holds all that a store is about, to the last field', async () => {
    const content = { ...demoContent, choices: [choice], sums: [sum] }
    const read = await readWritten(await writeContent(content, 1000))
    expect(read.ok && read.value.atMs).toBe(1000)
    const { content: back, left } = readContent(read.ok ? read.value.raw : (undefined as never))
    expect(left).toEqual([])
    expect({ ...back, bench: JSON.stringify(back.bench).length }).toEqual({
      ...content,
      bench: JSON.stringify(content.bench).length,
    })
    expect(back.bench).toEqual(content.bench)
  })

  test('that is cut short at any place is told as such, and never read in part', async () => {
    const whole = await writeContent(demoContent, 1)
    for (let i = 0; i < 40; i++) {
      const at = 20 + Math.floor(((whole.length - 21) * i) / 40)
      expect(['backup-cut', 'backup-altered']).toContain(await codeOf(whole.subarray(0, at)))
    }
    const lines = gunzipSync(whole).toString().split('\n')
    // Cut before it was packed, at the end of a line or within one.
    for (const keep of [1, 2, lines.length >> 1, lines.length - 1])
      expect(await codeOf(gzipSync(lines.slice(0, keep).join('\n')))).toBe('backup-cut')
    expect(await codeOf(gzipSync(lines.join('\n').slice(0, -200)))).toBe('backup-cut')
    expect(await codeOf(new Uint8Array())).toBe('backup-cut')
  })

  test('that was altered is told as such, packed or unpacked', async () => {
    const whole = await writeContent(demoContent, 1)
    for (let i = 0; i < 40; i++) {
      const altered = Buffer.from(whole)
      const at = 12 + Math.floor(((whole.length - 13) * i) / 40)
      altered[at] = altered[at]! ^ 0x55
      expect(['backup-altered', 'backup-cut']).toContain(await codeOf(altered))
    }
    const text = gunzipSync(whole).toString()
    expect(await codeOf(gzipSync(text.replace('Dome', 'Dame')))).toBe('backup-altered')
    const lines = text.split('\n')
    expect(await codeOf(gzipSync([...lines.slice(0, 3), ...lines.slice(4)].join('\n')))).toBe('backup-altered')
  })

  test('is known from other files, from newer ones and from the copies of older versions', async () => {
    expect(await codeOf(Buffer.from('a text'))).toBe('backup-foreign')
    expect(await codeOf(gzipSync('a text'))).toBe('backup-foreign')
    expect(await codeOf(gzipSync('{"store":"other","format":2,"atMs":1}'))).toBe('backup-foreign')
    expect(await codeOf(gzipSync('{"store":"keen-lever","format":3,"atMs":1}'))).toBe('backup-newer')
    const lines = gunzipSync(await writeContent(demoContent, 1))
      .toString()
      .split('\n')
      .slice(1, -1)
    const old = gzipSync(['{"store":"keen-lever","format":1,"atMs":1}', ...lines].join('\n'))
    const read = await readWritten(old)
    expect(read.ok && readContent(read.value.raw).content.levers).toEqual(demoContent.levers)
  })
})

describe('the backups of a store', () => {
  const day = (date: number, hour = 12) => new Date(2026, 10, date, hour).getTime()

  test('are listed latest first; of each kind so many are kept', async () => {
    for (let date = 1; date <= 9; date++) await writeBackup(store, demoContent, 'daily', day(date))
    await writeBackup(store, demoContent, 'wanted', day(1))
    const found = backupsOf(store)
    expect(found.filter(({ kind }) => kind === 'daily').map(({ atMs }) => atMs)).toEqual(
      [9, 8, 7, 6, 5, 4, 3].map((date) => day(date)),
    )
    expect(found.at(-1)).toMatchObject({ kind: 'wanted', file: '2026-11-01-120000.wanted.keen-backup' })
    expect([hasDaily(store, day(9, 23)), hasDaily(store, day(10, 0)), hasDaily(store, day(1))]).toEqual([
      true,
      false,
      false,
    ])
  })

  test('of one second have names of their own, and what is no backup is none', async () => {
    for (let i = 0; i < 3; i++) await writeBackup(store, demoContent, 'wanted', day(1))
    expect(backupsOf(store)).toHaveLength(3)
    writeFileSync(join(store, 'backups', 'notes.txt'), 'x')
    expect(new Set(backupsOf(store).map(({ file }) => file)).size).toBe(backupsOf(store).length)
    expect(await readBackup(store, 'notes.txt')).toBeUndefined()
    expect(await readBackup(store, '../keen-lever.json')).toBeUndefined()
    expect(existsSync(join(store, 'backups', `${backupsOf(store)[0]!.file}.new`))).toBe(false)
    expect(backupsOf(join(store, 'none'))).toEqual([])
  })
})
