import { spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterAll, beforeAll, expect, test } from 'vitest'
import type { AnswerOf } from '../../contract'
import { everyFile, readBench } from '../../core/bench'
import type { BenchState } from '../../core/bench'
import type { Frame, Lever } from '../../core/levers'
import { apiOf, draft } from '../support/api'
import { startServer } from '../support/startServer'
import type { RunningServer } from '../support/startServer'

let server: RunningServer
let scratch: string
beforeAll(async () => {
  server = await startServer()
  scratch = mkdtempSync(join(tmpdir(), 'keen-lever-script-'))
})
afterAll(async () => {
  await server.stop()
  rmSync(scratch, { recursive: true, force: true })
})

type Script = AnswerOf<'writeScript'>
const script = async (of: string, id: string) =>
  (await apiOf(server.url)<Script>('POST', '/api/exchange/script', { of, id })).body
const bench = async (): Promise<BenchState> =>
  readBench((await apiOf(server.url)<{ state: never }>('GET', '/api/bench')).body.state) as BenchState
const captured = (state: BenchState) =>
  [...everyFile(state.files)].flatMap(([path, { kind }]) =>
    kind === 'file' && path.startsWith(`${state.folders.captures}/`)
      ? [path.slice(state.folders.captures!.length)]
      : [],
  )

test('every lever of the demo is in the script of its frame, and the shell reads it', async () => {
  const { body: frames } = await apiOf(server.url)<Frame[]>('GET', '/api/frames')
  for (const { id, name } of frames) {
    const { text, left, name: file } = await script('frame', id)
    expect([name, left]).toEqual([name, []])
    expect(file).toMatch(/^[a-z-]+\.sh$/)
    expect(spawnSync('sh', ['-n'], { input: text }).status).toBe(0)
  }
})

test('a sheet that is exported and run by the shell leaves the files as its pull leaves those of the bench', async () => {
  const api = apiOf(server.url)
  const source = { kind: 'files', folder: '${captures}', pattern: '*.exposure', what: 'files', order: 'name' }
  const moved = {
    id: 'm',
    kind: 'files.move',
    act: 'move',
    paths: ['${file}'],
    to: '${captures}/by name/${file.stem}',
    makeFolder: true,
  }
  const each = { id: 'e', kind: 'each', source, as: 'file', atMost: 100, steps: [moved] }
  const { body: lever } = await api<Lever>('POST', '/api/levers', draft({ name: 'Sort', steps: [each] }))
  const before = await bench()
  const { text } = await script('lever', lever.id)
  // What stands at the top of the script is put in, as a user would.
  const captures = join(scratch, 'captures')
  for (const path of captured(before)) {
    mkdirSync(dirname(captures + path), { recursive: true })
    writeFileSync(captures + path, path)
  }
  const own = text.replace(/^captures=.*$/m, `captures='${captures}'`)
  expect(own).not.toBe(text)
  expect(spawnSync('sh', ['-s'], { input: own, encoding: 'utf8' })).toMatchObject({ status: 0, stderr: '' })
  const { body: run } = await api<{ id: string; outcome: string }>('POST', `/api/levers/${lever.id}/pull`, {})
  expect(run.outcome).toBe('done')
  const here = readdirSync(captures, { recursive: true, encoding: 'utf8' })
    .filter((path) => statSync(join(captures, path)).isFile())
    .map((path) => `/${path}`)
  expect(here.sort()).toEqual(captured(await bench()).sort())
  expect(here.some((path) => path.startsWith('/by name/'))).toBe(true)
  // What it did can be said as well; on the bench as it is now the files are somewhere else.
  const did = await script('run', run.id)
  expect(did.text.match(/^move_one /gm)).toHaveLength(
    captured(before).filter((path) => /^\/[^/]*\.exposure$/.test(path)).length,
  )
})

test('what cannot be said is told with the lever; what is not there is refused', async () => {
  const api = apiOf(server.url)
  const sum = { id: 's', kind: 'value.set', as: 'x', from: { kind: 'sum', text: 'sqrt(2)' } }
  const { body: lever } = await api<Lever>('POST', '/api/levers', draft({ name: 'Root', steps: [sum] }))
  expect(await script('lever', lever.id)).toMatchObject({
    text: '',
    left: [{ plate: lever.plate, name: 'Root', because: expect.stringContaining('sqrt(2)') as string }],
  })
  for (const of of ['lever', 'frame', 'run'])
    expect((await api('POST', '/api/exchange/script', { of, id: 'none' })).status).toBe(404)
})
