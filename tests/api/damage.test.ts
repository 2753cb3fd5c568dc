import { spawnSync } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import {
  cpSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { PGlite } from '@electric-sql/pglite'
import { beforeAll, describe, expect, test } from 'vitest'
import { levers as demo } from '../../demo'
import type { Lever } from '../../core/levers'
import type { WrittenBench } from '../../core/bench'
import { apiOf } from '../support/api'
import { freePort, freshStore, startServer } from '../support/startServer'

/** A store with an edit of its own, closed; and the files of its tables. */
let sound: string
const fileOf = new Map<string, string>()
let icon: string

beforeAll(async () => {
  sound = await freshStore()
  const server = await startServer(sound)
  const call = apiOf(server.url)
  await call('PATCH', '/api/levers/lever-2', { version: 1, name: 'Dome, renamed' })
  await call('POST', '/api/bench/changes', {
    changes: [{ kind: 'file.put', path: '/home/kept', file: { kind: 'folder' } }],
  })
  const uploaded = await call<{ id: string }>('POST', '/api/icons/uploads', {
    name: 'mark.svg',
    base64: Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0h4v4z"/></svg>').toString('base64'),
  })
  icon = uploaded.body.id
  await server.stop()
  const engine = await PGlite.create(join(sound, 'database'))
  for (const table of ['levers', 'frames', 'bench_parts', 'log_entries'])
    fileOf.set(
      table,
      (await engine.query<{ path: string }>('select pg_relation_filepath($1::regclass) as path', [table])).rows[0]!
        .path,
    )
  await engine.close()
}, 90_000)

/** A copy of the store in which something was done to the file of a table. */
function withDamage(spoil: (folder: string) => void): string {
  const folder = mkdtempSync(join(tmpdir(), 'keen-lever-damaged-'))
  cpSync(sound, folder, { recursive: true })
  spoil(join(folder, 'database'))
  return folder
}

const scribble = (table: string) => (database: string) => {
  const path = join(database, fileOf.get(table)!)
  const bytes = readFileSync(path)
  bytes.fill(0x5a, 300, 900)
  writeFileSync(path, bytes)
}

/** Starts the server on a store that it will refuse; what it says. */
async function refusal(folder: string): Promise<string> {
  const entry = new URL('../../.output/server/index.mjs', import.meta.url).pathname
  const { stderr, status } = spawnSync(process.execPath, [entry], {
    env: { ...process.env, HOST: '127.0.0.1', PORT: String(await freePort()), KEEN_DATA: folder },
    encoding: 'utf8',
    timeout: 60_000,
  })
  expect(status).toBe(1)
  return stderr
}

async function begun(folder: string, beginning: string) {
  const server = await startServer(folder, undefined, { KEEN_BEGIN: beginning })
  const call = apiOf(server.url)
  const levers = (await call<Lever[]>('GET', '/api/levers')).body
  const bench = (await call<{ state: WrittenBench }>('GET', '/api/bench')).body.state
  const pulled = await call<{ outcome: string }>('POST', `/api/levers/${levers[0]!.id}/pull`, {})
  const hasIcon = (await fetch(`${server.url}/api/icons/uploads/${icon}`)).ok
  await server.stop()
  return { levers, bench, pulled: pulled.status, hasIcon, output: server.output() }
}

describe('a damaged store', () => {
  test.each<[string, (database: string) => void, RegExp]>([
    ['a table that was scribbled over', scribble('levers'), /levers: .*(invalid page|checksum)/],
    ['a table that was cut short', (database) => truncateSync(join(database, fileOf.get('levers')!), 0), /levers: /],
    [
      'a table that is cut in the middle of a page',
      (database) => truncateSync(join(database, fileOf.get('bench_parts')!), 5000),
      /bench_parts: /,
    ],
    ['a log that was scribbled over', scribble('log_entries'), /log_entries: /],
    [
      'a database that lost the file it begins with',
      (database) => writeFileSync(join(database, 'global', 'pg_control'), 'spoiled'),
      /the database: /,
    ],
  ])(
    '%s is recognised at the start, with what can be done, and not touched',
    async (_, spoil, says) => {
      const folder = withDamage(spoil)
      const before = readdirSync(folder).sort()
      const text = await refusal(folder)
      expect(text).toMatch(/^The store .+ is damaged, so it was not started\. Nothing in it was altered\.$/m)
      expect(text).toMatch(says)
      expect(text).toMatch(/--restore +goes on with the copy of \d{4}-\d\d-\d\d \d\d:\d\d/)
      expect(text).not.toContain('    at ')
      expect(
        readdirSync(folder)
          .filter((name) => name !== 'holder.json')
          .sort(),
      ).toEqual(before)
    },
    60_000,
  )

  test('the last copy brings all back but ledger and history, and what was damaged is kept', async () => {
    const folder = withDamage(scribble('levers'))
    const { levers, bench, pulled, hasIcon, output } = await begun(folder, 'restore')
    expect([levers.length, levers.find(({ id }) => id === 'lever-2')!.name]).toEqual([demo.length, 'Dome, renamed'])
    expect(Object.hasOwn(bench.files, '/home/kept')).toBe(true)
    expect([pulled, hasIcon]).toEqual([200, true])
    expect(output).toMatch(new RegExp(`begins with its copy of .+: ${demo.length} levers\\.`))
    expect(readdirSync(folder).some((name) => name.startsWith('database.before-'))).toBe(true)
  }, 60_000)

  test('what can be read is saved where there is no copy', async () => {
    const folder = withDamage(scribble('levers'))
    const { levers, bench, hasIcon, output } = await begun(folder, 'rescue')
    expect(levers.length).toBeLessThan(demo.length)
    expect(Object.hasOwn(bench.files, '/home/kept')).toBe(true)
    expect(hasIcon).toBe(true)
    expect(output).toMatch(/begins with what could be read of it: \d+ levers?\./)
    const frameless = withDamage(scribble('frames'))
    const saved = await begun(frameless, 'rescue')
    expect(saved.levers).toHaveLength(demo.length)
    expect(saved.output).toContain('Left out: frame night-run: its name, condition and rules')
  }, 90_000)

  test('a copy that is torn is passed over for the one before', async () => {
    const folder = withDamage(scribble('levers'))
    const copies = readdirSync(join(folder, 'copies')).sort()
    const last = join(folder, 'copies', copies.at(-1)!)
    writeFileSync(last.replace(/\d+\.copy/, `${Date.now() + 1000}.copy`), readFileSync(last).subarray(0, 200))
    expect((await begun(folder, 'restore')).levers).toHaveLength(demo.length)
    expect(existsSync(last)).toBe(true)
  }, 60_000)
})

test('a server that can keep nothing any more says so and ends, and does not leave anybody waiting', async () => {
  const folder = withDamage(() => undefined)
  const server = await startServer(folder)
  const call = apiOf(server.url)
  expect((await call('PATCH', '/api/levers/lever-2', { version: 2, name: 'Dome, once more' })).status).toBe(200)
  rmSync(join(folder, 'database/pg_wal'), { recursive: true })
  const ended = new Promise<number | null>((resolve) => server.process.once('exit', resolve))
  // The log of the database goes on in a new file after some megabytes, and there is no place for one any more.
  for (let i = 0; i < 200 && server.process.exitCode === null; i++) {
    const changes = Array.from({ length: 8 }, (_, nth) => ({
      kind: 'file.put',
      path: `/home/large-${nth}`,
      file: { kind: 'file', sizeBytes: 1, text: randomBytes(30_000).toString('hex') },
    }))
    await call('POST', '/api/bench/changes', { changes }).catch(() => undefined)
  }
  expect(await ended).toBe(1)
  expect(server.output()).toContain(`The store in ${folder} cannot be used any more: `)
  expect(server.output()).toContain('then start again.')
})
