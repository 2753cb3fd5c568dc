import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { RunAnswer } from '../../contract'
import type { Clip, WrittenBench } from '../../core/bench'
import type { Choice, KeptSum } from '../../core/finding'
import { MOST_SUMS } from '../../core/finding'
import type { Settings } from '../../core/settings'
import { apiOf } from '../support/api'
import { freshStore, startServer } from '../support/startServer'
import type { RunningServer } from '../support/startServer'

let folder: string
let server: RunningServer
let call: ReturnType<typeof apiOf>
beforeAll(async () => {
  folder = await freshStore()
  server = await startServer(folder)
  call = apiOf(server.url)
})
afterAll(() => server.stop())

const memory = async () => (await call<{ choices: Choice[]; sums: KeptSum[] }>('GET', '/api/launcher')).body
const choose = (letters: string, entryId: string) => call('POST', '/api/launcher/choices', { letters, entryId })
const firstFor = async (letters: string) =>
  (await memory()).choices.find((choice) => choice.letters === letters && choice.isFirst)?.entryId
const bench = async () => (await call<{ state: WrittenBench }>('GET', '/api/bench')).body.state
const clips = async () => (await bench()).clipboard ?? []
const put = (text: string) =>
  call('POST', '/api/bench/acts', { step: { id: 'a', kind: 'clipboard.use', act: 'put', programId: '', text } })

describe('what the launcher learns', () => {
  test('stands first after two choices, stays over a restart, and is forgotten per entry', async () => {
    await choose('do', 'lever:lever-2')
    expect(await firstFor('do')).toBe(undefined)
    await choose('do', 'lever:lever-2')
    await choose('do', 'program:dome-desk')
    expect(await firstFor('do')).toBe('lever:lever-2')
    await server.stop()
    server = await startServer(folder)
    call = apiOf(server.url)
    expect(await firstFor('do')).toBe('lever:lever-2')
    await choose('do', 'program:dome-desk')
    expect(await firstFor('do')).toBe('program:dome-desk')
    const { body } = await call('DELETE', '/api/launcher/choices?entryId=program:dome-desk')
    expect([body, await firstFor('do')]).toEqual([{ forgotten: 1 }, undefined])
    expect((await memory()).choices.map(({ entryId }) => entryId)).toEqual(['lever:lever-2'])
  })

  test('two at the same time count both, and what is no choice is refused', async () => {
    await Promise.all(Array.from({ length: 6 }, () => choose('sky', 'lever:lever-1')))
    expect((await memory()).choices.find(({ letters }) => letters === 'sky')).toMatchObject({ count: 6, isFirst: true })
    expect((await choose('x'.repeat(300), 'lever:lever-1')).status).toBe(400)
    expect((await choose('x', '')).status).toBe(400)
  })

  test('keeps the last 50 sums, each once', async () => {
    for (let i = 0; i < MOST_SUMS + 5; i++) await call('POST', '/api/launcher/sums', { text: `${i} + 1`, value: i + 1 })
    await call('POST', '/api/launcher/sums', { text: '20 + 1', value: 21 })
    await call('POST', '/api/launcher/sums', { text: '5 km + 300 m', value: '5.3 km' })
    const { sums } = await memory()
    expect([sums.length, sums[0]?.value, sums[1]?.text, sums.at(-1)?.text]).toEqual([50, '5.3 km', '20 + 1', '6 + 1'])
    await call('DELETE', `/api/launcher/sums?id=${sums[0]!.id}`)
    expect((await memory()).sums[0]?.text).toBe('20 + 1')
    await call('DELETE', '/api/launcher/sums')
    expect((await memory()).sums).toEqual([])
  })
})

describe('opening without a lever', () => {
  const open = (body: Record<string, unknown>) => call<RunAnswer>('POST', '/api/open', body)
  const windowsOf = async (programId: string) =>
    Object.values((await bench()).windows).filter((window) => window.programId === programId)

  test('a program that runs comes to the front, or another of it is opened', async () => {
    const before = (await windowsOf('night-book')).length
    await open({ programId: 'night-book', whenRunning: 'raise' })
    expect((await windowsOf('night-book')).length).toBe(before)
    await open({ programId: 'night-book', whenRunning: 'another' })
    expect((await windowsOf('night-book')).length).toBe(before + 1)
    await open({ programId: 'visitor-board', whenRunning: 'raise' })
    expect((await windowsOf('visitor-board')).length).toBe(1)
  })

  test('a file is opened with a program of one’s choice, by its name as it stands', async () => {
    const path = '/home/watch/downloads/rota "week 48".txt'
    const { body } = await open({ place: path, programId: 'night-book' })
    expect([body.outcome, body.leverName]).toEqual(['done', `${path} with Night Book`])
    const opened = (await windowsOf('night-book')).flatMap(({ content }) => content.documents.map((one) => one.path))
    expect(opened).toContain(path)
    expect((await open({})).status).toBe(422)
  })
})

describe('the clipboard', () => {
  test('the second last is pasted by a lever’s key step, and what is not there is told', async () => {
    await put('first')
    await put('second')
    await call('POST', '/api/open', { programId: 'night-book', whenRunning: 'raise' })
    const paste = (nth: number) =>
      call('POST', '/api/bench/acts', { step: { id: 'a', kind: 'clipboard.use', act: 'paste', programId: '', nth } })
    expect((await paste(2)).status).toBe(200)
    const { stack, windows } = await bench()
    expect(windows[stack.at(-1)!]!.content.documents.at(-1)!.draft?.text).toContain('first')
    expect((await paste(400)).body.issues?.[0]?.message).toMatch(/Only \d+ of what was copied are kept/)
  })

  test('remembers 500, whatever is copied', { timeout: 60_000 }, async () => {
    const changes = (from: number) =>
      Array.from({ length: 100 }, (_, i) => ({
        kind: 'clipboard.put',
        clip: { id: `many-${from + i}`, text: `clip ${from + i}`, atMs: Date.now() } satisfies Clip,
      }))
    await put('to be pinned')
    const pinned = (await clips())[0]!
    await call('POST', '/api/bench/changes', { changes: [{ kind: 'clipboard.pin', clipId: pinned.id, pinned: true }] })
    for (let from = 0; from < 10_000; from += 100) await call('POST', '/api/bench/changes', { changes: changes(from) })
    const kept = await clips()
    expect([kept.length, kept[0]?.text, kept.at(-1)?.text]).toEqual([500, 'clip 9999', 'to be pinned'])
  })
})

test('short words and what is scanned are settings, with a way back', async () => {
  const read = async () => (await call<{ settings: Settings; settingsVersion: number }>('GET', '/api/state')).body
  const { settings, settingsVersion: version } = await read()
  const launcher = {
    scan: { folders: [{ path: '${documents}', depth: 2 }], leaveOut: ['*.codes'], withoutKinds: [] },
    shortWords: [{ word: 'codes', entryId: 'program:gate-codes' }],
  }
  expect((await call('PUT', '/api/settings', { ...settings, launcher, version })).status).toBe(200)
  expect((await read()).settings.launcher).toEqual(launcher)
  const spaced = { ...launcher, shortWords: [{ word: 'two words', entryId: 'x:y' }] }
  const refused = await call('PUT', '/api/settings', { ...settings, launcher: spaced })
  expect([refused.status, refused.body.issues?.[0]?.path]).toEqual([400, 'launcher.shortWords.0.word'])
  await call('POST', '/api/undo')
  expect((await read()).settings.launcher).toEqual(settings.launcher)
})

describe('a bench of many files', () => {
  test('is given with those that its windows show, where that is asked for, and whole otherwise', async () => {
    type Answer = { version: number; state: WrittenBench; isPartial?: true }
    const read = async (query = '') => (await call<Answer>('GET', `/api/bench${query}`)).body
    // Few of them come at once, whatever is asked for.
    const few = await read('?files=shown')
    expect([few.isPartial, few]).toEqual([undefined, await read()])
    const files = Array.from({ length: 2100 }, (_, i) => ({
      kind: 'file.put',
      path: `/far-${i}`,
      file: { kind: 'file', sizeBytes: i },
    }))
    for (let from = 0; from < files.length; from += 100)
      expect((await call('POST', '/api/bench/changes', { changes: files.slice(from, from + 100) })).status).toBe(200)
    const whole = await read('?files=all')
    expect([whole.isPartial, Object.keys(whole.state.files).length > 2100]).toEqual([undefined, true])
    const shown = await read('?files=shown')
    expect(shown).toMatchObject({ isPartial: true, version: whole.version })
    expect(Object.keys(shown.state.files).filter((path) => path.startsWith('/far-'))).toEqual([])
    for (const [path, file] of Object.entries(shown.state.files)) expect(whole.state.files[path]).toEqual(file)
    expect({ ...shown.state, files: {} }).toEqual({ ...whole.state, files: {} })
    expect((await call('GET', '/api/bench?files=some')).status).toBe(400)
  })
})
