import { spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
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
    // One of them is a script already, in a language that no shell reads.
    expect([name, left.map(({ plate }) => plate)]).toEqual([name, name === 'Desk' ? [49] : []])
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

describe('documents and bookmarks', () => {
  const api = <T>(...args: Parameters<ReturnType<typeof apiOf>>) => apiOf(server.url)<T>(...args)
  const state = async () =>
    JSON.stringify((await api<object>('GET', '/api/state')).body, (key, value: unknown) =>
      key === 'history' || key === 'version' || key === 'seq' ? undefined : value,
    )

  test('everything goes out and says nothing new where it came from; what was altered since is taken back as one edit', async () => {
    const { body: document } = await api<{ name: string; text: string }>('POST', '/api/exchange/document', {})
    expect(document.name).toBe('keen-lever.json')
    const body = { kind: 'document', text: document.text }
    type Preview = AnswerOf<'previewText'>
    const { body: same } = await api<Preview>('POST', '/api/exchange/text/preview', body)
    expect([same.issues, [...new Set(same.items.map(({ fate }) => fate))]]).toEqual([[], ['same']])
    expect(new Set(same.items.map(({ what }) => what))).toEqual(new Set(['frame', 'lever', 'value', 'kit', 'settings']))
    const before = (await api<Lever[]>('GET', '/api/levers')).body
    await api('PATCH', '/api/levers/lever-3', { version: 1, name: 'Altered' })
    await api('DELETE', '/api/levers/lever-5')
    const { settings } = (await api<AnswerOf<'state'>>('GET', '/api/state')).body
    await api('PUT', '/api/settings', { ...settings, theme: 'night' })
    const { body: preview } = await api<Preview>('POST', '/api/exchange/text/preview', body)
    const todo = preview.items.filter(({ fate }) => fate !== 'same').map(({ fate, plate }) => [fate, plate])
    expect(todo).toEqual(
      expect.arrayContaining([
        ['changed', 3],
        ['new', 5],
      ]),
    )
    expect(preview.items.filter(({ what }) => what === 'settings').map(({ name, fate }) => [name, fate])).toEqual([
      ['Settings', 'changed'],
      ['Keyboard and timing', 'same'],
    ])
    expect((await api('POST', '/api/exchange/text', body)).status).toBe(200)
    const names = (levers: Lever[]) => levers.map(({ plate, name }) => [plate, name])
    expect(names((await api<Lever[]>('GET', '/api/levers')).body)).toEqual(names(before))
    await api('POST', '/api/undo')
    expect((await api<Lever[]>('GET', '/api/levers')).body.map(({ name }) => name)).toContain('Altered')
    expect((await api('POST', '/api/exchange/document', { frameIds: ['none'] })).status).toBe(404)
  })

  test('one that is wrong is told with its place, and nothing of it is taken', async () => {
    const { body: document } = await api<{ text: string }>('POST', '/api/exchange/document', {})
    const whole = JSON.parse(document.text) as { frames: { levers: { name: string; plate?: number }[] }[] }
    whole.frames[0]!.levers[0]!.name = 'Would be altered'
    whole.frames[1]!.levers[0]!.name = ''
    const body = { kind: 'document', text: JSON.stringify(whole) }
    const before = await state()
    const { body: preview } = await api<AnswerOf<'previewText'>>('POST', '/api/exchange/text/preview', body)
    expect(preview).toMatchObject({ issues: [{ at: 'frames.1.levers.0.name' }], items: [] })
    expect((await api('POST', '/api/exchange/text', body)).status).toBe(422)
    expect(await state()).toBe(before)
  })

  test('bookmarks become addresses and levers, once, as one edit', async () => {
    const html =
      '<!DOCTYPE NETSCAPE-Bookmark-file-1><DL><DT><A HREF="https://mast.example/">Mast</A><DT><A HREF="https://rota.example/">Rota</A><DT><A HREF="https://mast.example/">Again</A><DT><A HREF="file:///etc">File</A></DL>'
    const body = { kind: 'bookmarks', text: html, frameId: 'desk' }
    const addresses = async () => (await bench()).addresses.map(({ address }) => address)
    const before = await addresses()
    const { body: preview } = await api<AnswerOf<'previewText'>>('POST', '/api/exchange/text/preview', body)
    expect(preview.items.map(({ what, name, fate }) => [what, name, fate])).toEqual([
      ['address', 'Mast', 'new'],
      ['address', 'Rota', 'new'],
      ['lever', 'Mast', 'new'],
      ['lever', 'Rota', 'new'],
    ])
    expect(preview.left).toMatchObject([{ name: 'File' }])
    await api('POST', '/api/exchange/text', body)
    expect(await addresses()).toEqual([...before, 'https://mast.example/', 'https://rota.example/'])
    const { body: levers } = await api<Lever[]>('GET', '/api/levers')
    expect(levers.slice(-2).map(({ name, steps }) => [name, (steps[0] as { places?: string[] }).places])).toEqual([
      ['Mast', ['https://mast.example/']],
      ['Rota', ['https://rota.example/']],
    ])
    const { body: again } = await api<AnswerOf<'previewText'>>('POST', '/api/exchange/text/preview', body)
    expect(again.items.every(({ fate }) => fate === 'same')).toBe(true)
    await api('POST', '/api/undo')
    expect(await addresses()).toEqual(before)
    expect((await api<Lever[]>('GET', '/api/levers')).body).toHaveLength(levers.length - 2)
    expect((await api('POST', '/api/exchange/text', { ...body, frameId: 'none' })).status).toBe(422)
  })

  test('tables have a row for each thing', async () => {
    const rows = async (id: string) =>
      (await api<{ text: string }>('GET', `/api/exchange/tables/${id}`)).body.text.trim().split('\r\n')
    expect(await rows('levers')).toHaveLength((await api<Lever[]>('GET', '/api/levers')).body.length + 1)
    expect((await rows('triggers'))[0]).toBe('number,lever,frame,kind,keys,live')
    expect((await rows('ledger'))[1]).toContain('Sort')
    expect((await rows('clashes'))[0]).toBe('severity,number,lever,what')
    expect((await api('GET', '/api/exchange/tables/none')).status).toBe(404)
  })
})

test('the keys that a document would clash with are told before it is read in', async () => {
  const api = apiOf(server.url)
  const { body: made } = await api<Lever>('POST', '/api/levers', draft({ name: 'Stands', triggers: [] }))
  const { text } = (await api<{ text: string }>('POST', '/api/exchange/document', { frameIds: [made.frameId] })).body
  const document = JSON.parse(text) as { frames: { name: string; levers: { name: string; triggers: object[] }[] }[] }
  const preview = async () =>
    (
      await api<AnswerOf<'previewText'>>('POST', '/api/exchange/text/preview', {
        kind: 'document',
        text: JSON.stringify(document),
      })
    ).body
  // What stands already is no news.
  expect((await preview()).clashes).toEqual([])
  const { body: levers } = await api<Lever[]>('GET', '/api/levers')
  const [taken] = levers.flatMap(({ triggers, frameId, scope }) =>
    triggers.flatMap((trigger) =>
      trigger.kind === 'chord' && frameId === made.frameId && scope.kind === 'everywhere' ? [trigger.chord] : [],
    ),
  )
  const lever = document.frames[0]!.levers.find(({ name }) => name === 'Stands')!
  lever.triggers = [{ id: 't1', kind: 'chord', chord: taken, wins: 'auto' }]
  const { clashes } = await preview()
  const clash = clashes.find((one) => one.lever === 'Stands')!
  expect(clash.says.length).toBeGreaterThan(10)
  expect((await api<Lever>('GET', `/api/levers/${made.id}`)).body.triggers).toEqual([])

  // A way out alters the lever of that frame in the document and no other, whatever else has its name.
  const namesake = { ...lever, plate: 999, triggers: [] }
  document.frames.push({ ...document.frames[0]!, name: 'Elsewhere', levers: [namesake] })
  const { frame, lever: name, says, ways } = clash
  const label = ways.find((way) => way.startsWith('Take '))!
  const wanted = { text: JSON.stringify(document), frame, lever: name, says, label }
  const out = await api<{ text: string }>('POST', '/api/exchange/text/way-out', wanted)
  const altered = JSON.parse(out.body.text) as typeof document
  const chords = ({ levers: all }: (typeof document.frames)[number]) =>
    all.find((one) => one.name === 'Stands')!.triggers.map((trigger) => (trigger as { chord: string }).chord)
  expect([frame, ...altered.frames.map(chords)]).toEqual([document.frames[0]!.name, [label.replace('Take ', '')], []])
  Object.assign(document, altered)
  expect((await preview()).clashes.filter((one) => one.lever === 'Stands')).toEqual([])
  const again = await api('POST', '/api/exchange/text/way-out', { ...wanted, says: 'Nothing' })
  expect(again.status).toBe(422)
})
