import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { runKeen } from '../../cli/program'
import type { AnswerOf } from '../../contract'
import type { Lever } from '../../core/levers'
import { apiOf, draft, eventually } from '../support/api'
import { startServer } from '../support/startServer'
import type { RunningServer } from '../support/startServer'

let server: RunningServer
let folder: string
beforeAll(async () => {
  server = await startServer()
  folder = mkdtempSync(join(tmpdir(), 'keen-lever-backups-'))
})
afterAll(async () => {
  await server.stop()
  rmSync(folder, { recursive: true, force: true })
})

const api = <T>(...args: Parameters<ReturnType<typeof apiOf>>) => apiOf(server.url)<T>(...args)
const all = async () => (await api<Lever[]>('GET', '/api/levers')).body
const names = async () => (await all()).map(({ name }) => name)
type Backup = AnswerOf<'makeBackup'>

async function keen(...args: string[]) {
  const texts = { out: '', err: '' }
  const streams = { isTerminal: false, hasColour: false, columns: 0 }
  const code = await runKeen(args, {
    ...streams,
    out: (text) => void (texts.out += text),
    err: (text) => void (texts.err += text),
  })
  return { code, ...texts }
}

describe('a backup that is restored', () => {
  test('brings all back that stood, keeps the ledger, and what stood before can be brought back in turn', async () => {
    const { body: kept } = await api<Lever>(
      'POST',
      '/api/levers',
      draft({ name: 'Stood then', steps: [{ id: 'w', kind: 'wait', ms: 600_000 }] }),
    )
    const before = await all()
    const { body: backup } = await api<Backup>('POST', '/api/backups')
    expect(backup).toMatchObject({ kind: 'wanted' })
    await api('POST', '/api/levers', draft({ name: 'Came later', triggers: [] }))
    await api('DELETE', `/api/levers/${kept.id}`)
    const { body: run } = await api<{ id: string }>('POST', `/api/levers/${before[0]!.id}/pull`, {})
    const { body: preview } = await api<AnswerOf<'previewBackup'>>('POST', '/api/backups/preview', {
      file: backup.file,
    })
    expect(preview.left).toEqual([])
    expect(preview.counts.find(({ what }) => what === 'levers')).toEqual({
      what: 'levers',
      now: before.length,
      then: before.length,
    })
    const after = await all()

    const restored = await api<AnswerOf<'restoreBackup'>>('POST', '/api/backups/restore', { file: backup.file })
    expect(restored).toMatchObject({ status: 200, body: { kept: { kind: 'before-restore' }, left: [] } })
    expect(await all()).toEqual(before)
    // The ledger has the run that was pulled meanwhile, and its number is not given again.
    expect((await api('GET', `/api/runs/${run.id}`)).status).toBe(200)
    expect((await api('POST', '/api/undo', {})).status).not.toBe(200)
    const { body: pulled } = await api<{ id: string }>('POST', `/api/levers/${before[0]!.id}/pull`, {})
    expect((await api('GET', `/api/runs/${pulled.id}`)).status).toBe(200)

    await api('POST', '/api/backups/restore', { file: restored.body.kept.file })
    expect(await all()).toEqual(after)
  })

  test('stops what runs, and stands after a kill right afterwards', async () => {
    const { body: lever } = await api<Lever>(
      'POST',
      '/api/levers',
      draft({ name: 'Waits', triggers: [], steps: [{ id: 'w', kind: 'wait', ms: 600_000 }] }),
    )
    const { body: run } = await api<{ id: string }>('POST', `/api/levers/${lever.id}/pull`, {})
    const { body: backup } = await api<Backup>('POST', '/api/backups')
    await api('DELETE', `/api/levers/${lever.id}`)
    await api('POST', '/api/backups/restore', { file: backup.file })
    await server.kill()
    server = await startServer(server.folder)
    expect(await names()).toContain('Waits')
    expect((await api('GET', `/api/runs/${run.id}`)).body).toMatchObject({ phase: 'ended', outcome: 'stopped' })
  })

  test('as a file goes into a store that is empty, by command, with no server and with one', async () => {
    const file = join(folder, 'all.keen-backup')
    await api('POST', '/api/levers', draft({ name: 'Of the file', triggers: [] }))
    expect(await keen('--server', server.url, 'backup', file)).toMatchObject({ code: 0, out: `${file}\n` })
    const levers = await all()
    const empty = join(folder, 'empty')
    const dry = await keen('--store', empty, 'restore', file, '--dry-run')
    // Nothing is made by asking.
    expect(existsSync(empty)).toBe(false)
    expect([dry.code, dry.err]).toEqual([0, 'Nothing was altered.\n'])
    expect(await keen('--store', empty, 'restore', file)).toMatchObject({ code: 0 })
    const other = await startServer(empty)
    expect((await apiOf(other.url)<Lever[]>('GET', '/api/levers')).body).toEqual(levers)
    await apiOf(other.url)('DELETE', `/api/levers/${levers.at(-1)!.id}`)
    expect(await keen('--server', other.url, 'restore', file)).toMatchObject({ code: 0 })
    expect((await apiOf(other.url)<Lever[]>('GET', '/api/levers')).body).toEqual(levers)
    // At its end there is one of the day as well.
    await other.stop()
    const again = await keen('--store', empty, 'backup')
    expect(again.out).toMatch(/^[\d-]+\.wanted\.keen-backup\n$/)
    const kinds = readdirSync(join(empty, 'backups')).map((name) => name.split('.')[1])
    expect(kinds.sort()).toEqual(['before-restore', 'before-restore', 'daily', 'wanted'])
    expect((await keen('--store', empty, 'backup', '--list', '--json')).out).toContain('"daily"')
  })
})

test('one that is cut short, altered or none is refused, and nothing is altered', async () => {
  const { body: backup } = await api<Backup>('POST', '/api/backups')
  const bytes = Buffer.from(await (await fetch(`${server.url}/api/backups/${backup.file}`)).arrayBuffer())
  const before = await all()
  const altered = Buffer.from(bytes)
  altered[altered.length >> 1]! ^= 1
  const sent: [Buffer, RegExp][] = [
    [bytes.subarray(0, -100), /cut short|altered/],
    [altered, /altered|cut short/],
    [Buffer.from('a text'), /no backup/],
    [Buffer.alloc(0), /cut short|no backup/],
  ]
  for (const [odd, because] of sent)
    for (const path of ['/api/backups/preview', '/api/backups/restore']) {
      const { status, body } = await api('POST', path, { base64: odd.toString('base64') })
      expect([status, body.issues![0]!.message]).toEqual([422, expect.stringMatching(because)])
    }
  expect((await api('POST', '/api/backups/restore', { file: '../../etc/passwd' })).status).toBe(404)
  expect((await api('POST', '/api/backups/restore', { base64: '%%%' })).status).toBe(400)
  expect((await fetch(`${server.url}/api/backups/none`)).status).toBe(404)
  const file = join(folder, 'cut.keen-backup')
  writeFileSync(file, bytes.subarray(0, -100))
  expect(await keen('--server', server.url, 'restore', file)).toMatchObject({
    code: 1,
    err: expect.stringMatching(/cut short|altered/) as string,
  })
  expect(await all()).toEqual(before)
})

test('tabs that are open see what was restored', async () => {
  const { body: backup } = await api<Backup>('POST', '/api/backups')
  const stream = await fetch(`${server.url}/api/events`)
  const reader = stream.body!.getReader()
  await reader.read()
  await api('POST', '/api/backups/restore', { file: backup.file })
  // The stream ends, so that a tab joins anew and gets the state as it is.
  expect(await eventually(async () => (await reader.read()).done)).toBe(true)
})
