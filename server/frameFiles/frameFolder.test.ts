import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  symlinkSync,
  unlinkSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { leverPatchSchema } from '../../core/levers'
import { valueOf } from '../../core/result'
import { memoryStore } from '../../tests/support/memoryDatabase'
import type { OpenDatabase } from '../database/openDatabase'
import { edit, undo } from '../engine/edits'
import { startEngine } from '../engine/engine'
import type { Engine } from '../engine'
import { editLever, removeFrame, removeLever } from '../engine/leverEdits'
import { readFrameFile } from '../../core/frameFile'
import { FrameKeeper } from './frameKeeper'
import { blankFile } from './keptFile'
import type { KeptFile } from './keptFile'

let folder: string
let opened: OpenDatabase
let engine: Engine

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'keen-lever-frames-'))
  opened = await memoryStore()
  engine = await startEngine(opened, folder)
}, 60_000)
afterEach(async () => {
  await engine.close()
  rmSync(folder, { recursive: true, force: true })
})

/** Ends the engine and starts another on the same database, as a restart does. */
async function restart(meanwhile?: () => void): Promise<void> {
  await engine.halt()
  meanwhile?.()
  engine = await startEngine({ ...opened, close: opened.close }, folder)
}

const path = (name = 'desk.frame.yaml') => join(folder, name)
const read = (name?: string) => readFileSync(path(name), 'utf8')
const write = (text: string, name?: string) => writeFileSync(path(name), text)
const files = () => engine.frameFolder!.summary.files
const file = (name = 'desk.frame.yaml') => files().find((one) => one.file === name)
const lever = (name: string) => [...engine.store.book.levers.values()].find((one) => one.name === name)
const saying = (name: string) => {
  const [step] = lever(name)?.steps ?? []
  return step?.kind === 'message.show' ? step.text : undefined
}
const soon = (check: () => void) => vi.waitFor(check, { timeout: 8000, interval: 20 })
const settled = async (phase: string, name?: string) => soon(() => expect(file(name)?.phase).toBe(phase))

const TEXT = `# Mine
keen-lever: 1
frame: Desk file   # the one at home

levers:
  # says good morning
  Morning:
    keys: Ctrl+Alt+F6
    say: Good morning   # kindly

  Evening:
    say: Good evening
`

async function put(text = TEXT): Promise<void> {
  write(text)
  await settled('in-step')
}

/** An edit as it is made in the application. */
async function say(name: string, text: string, part: Record<string, unknown> = {}): Promise<void> {
  const { id, version, steps } = lever(name)!
  const patch = leverPatchSchema.parse({ steps: [{ ...steps[0], text }], ...part })
  valueOf(await edit(engine.store, editLever(id, version, patch)))
}

describe('a file that is saved', () => {
  test('is in force for what comes next, as one edit that is undone as one, in the file too', async () => {
    write(TEXT)
    await engine.frameFolder!.caughtUp()
    expect([saying('Morning'), saying('Evening')]).toEqual(['Good morning', 'Good evening'])
    expect(file()!.last).toMatchObject({ by: 'file', says: '2 levers new, the frame itself changed' })
    write(TEXT.replace('Good evening', 'Good night').replace('Good morning', 'Hello'))
    await engine.frameFolder!.caughtUp()
    expect([saying('Morning'), saying('Evening')]).toEqual(['Hello', 'Good night'])
    expect(engine.store.book.history.undo).toContain('desk.frame.yaml was saved')
    valueOf(await undo(engine.store))
    expect([saying('Morning'), saying('Evening')]).toEqual(['Good morning', 'Good evening'])
    await soon(() => expect(read()).toBe(TEXT))
  })

  test('with something wrong in it is told with its place, and the frame stays until it is right', async () => {
    await put()
    write(TEXT.replace('say: Good evening', 'sya: Good night'))
    await settled('wrong')
    expect(file()!.issues[0]).toMatchObject({ line: 12, column: 5 })
    expect(file()!.issues[0]!.message).toContain('say')
    expect(saying('Evening')).toBe('Good evening')
    write(TEXT.replace('say: Good evening', 'pull: Mornign'))
    await soon(() => expect(file()!.issues[0]?.message).toContain('Did you mean “Morning”'))
    expect(file()!.issues[0]).toMatchObject({ line: 11 })
    write(TEXT.replace('Good evening', 'Good night'))
    await settled('in-step')
    expect(saying('Evening')).toBe('Good night')
  })

  test('is never taken half: cut short, emptied, renamed over, twice within 20 ms', async () => {
    await put()
    const [half, whole] = [TEXT.slice(0, TEXT.indexOf('  Evening')), TEXT.replace('Good evening', 'Good night')]
    write('')
    await new Promise((resolve) => setTimeout(resolve, 150))
    write(half)
    await new Promise((resolve) => setTimeout(resolve, 300))
    expect(saying('Evening')).toBe('Good evening')
    write(whole)
    await soon(() => expect(saying('Evening')).toBe('Good night'))
    writeFileSync(path('.swap'), TEXT)
    renameSync(path('.swap'), path())
    await soon(() => expect(saying('Evening')).toBe('Good evening'))
    write(whole)
    await new Promise((resolve) => setTimeout(resolve, 10))
    write(TEXT.replace('Good evening', 'Farewell'))
    await soon(() => expect(saying('Evening')).toBe('Farewell'))
    const { history } = engine.store.book
    valueOf(await undo(engine.store))
    expect([history.undo, saying('Evening')]).toEqual([history.undo, 'Good evening'])
  })

  test('that leaves a lever out deletes it, once it was left alone for a while', async () => {
    await put()
    write(TEXT.slice(0, TEXT.indexOf('  Evening')))
    await soon(() => expect(lever('Evening')).toBeUndefined())
    expect(file()!.last!.says).toBe('1 lever gone')
  })
})

describe('an edit in the application', () => {
  test('is written into the file, with comments, order and blank lines kept', async () => {
    await put()
    await say('Morning', 'Hello there')
    await soon(() => expect(read()).toBe(TEXT.replace('Good morning', 'Hello there')))
    await soon(() => expect(file()!.last).toMatchObject({ by: 'store' }))
  })

  test('and one in the file are both taken over, where they are of different levers', async () => {
    await put()
    await say('Morning', 'Hello there')
    write(TEXT.replace('Good evening', 'Good night'))
    await soon(() => expect([saying('Morning'), saying('Evening')]).toEqual(['Hello there', 'Good night']))
    await soon(() => expect(read()).toContain('Hello there'))
    expect(read()).toContain('Good night')
    expect(read()).toContain('# kindly')
  })

  test('of the same lever as one in the file is kept beside it, until one of them is chosen', async () => {
    await put()
    await engine.halt()
    write(TEXT.replace('Good evening', 'From the file').replace('Good morning', 'Morning from the file'))
    engine = await startEngine({ ...opened }, undefined)
    await say('Evening', 'From here')
    await say('Morning', 'Morning from here')
    await restart()
    await settled('apart')
    const names = file()!.apart.map(({ name }) => name)
    expect(names.toSorted()).toEqual(['Evening', 'Morning'])
    expect(file()!.apart.find(({ name }) => name === 'Evening')).toMatchObject({
      inFile: 'say: From the file',
      inStore: expect.stringContaining('say: From here') as string,
    })
    expect([saying('Evening'), read().includes('From the file')]).toEqual(['From here', true])
    const choose = (name: string, side: 'file' | 'store') =>
      engine.frameFolder!.choose('desk.frame.yaml', { kind: 'lever', key: lever(name)!.id }, side)
    valueOf(await choose('Evening', 'file'))
    expect(saying('Evening')).toBe('From the file')
    expect(file()!.phase).toBe('apart')
    valueOf(await choose('Morning', 'store'))
    expect([saying('Morning'), file()!.phase]).toEqual(['Morning from here', 'in-step'])
    expect(read()).toContain('say: Morning from here   # kindly')
    expect((await choose('Morning', 'store')).ok).toBe(false)
  })

  test('gives a lever another name in its place; the name it had in the file is not made anew', async () => {
    await put()
    const { id } = lever('Morning')!
    await say('Morning', 'Good morning', { name: 'Early' })
    await soon(() => expect(read()).toContain('  Early:'))
    expect(read()).not.toContain('Morning:')
    write(read().replace('Good evening', 'Good night'))
    await soon(() => expect(saying('Evening')).toBe('Good night'))
    expect(lever('Early')!.id).toBe(id)
    expect(lever('Morning')).toBeUndefined()
  })

  test('deletes a lever in the file too, and its number keeps a lever what it is under another name', async () => {
    await put(TEXT.replace('  Evening:\n', '  Evening:\n    plate: 900\n'))
    const { id } = lever('Evening')!
    write(read().replace('  Evening:', '  Night:'))
    await soon(() => expect(lever('Night')?.id).toBe(id))
    const { id: morning } = lever('Morning')!
    valueOf(await edit(engine.store, removeLever(morning)))
    await soon(() => expect(read()).not.toContain('Morning'))
    expect(read()).toContain('plate: 900')
  })
})

test('a frame that is deleted here leaves its file, and is kept in it again when it comes back', async () => {
  await put()
  const { frameId } = lever('Morning')!
  const { id: other } = engine.store.book.allFrames[0]!
  for (const { id, version } of engine.store.book.allLevers.filter((one) => one.frameId === frameId))
    valueOf(await edit(engine.store, editLever(id, version, { frameId: other })))
  valueOf(await edit(engine.store, removeFrame(frameId)))
  await settled('left')
  expect(file()!.message).toContain('deleted here')
  valueOf(await undo(engine.store))
  await soon(() => expect(file()?.frameId).toBe(frameId))
})

test('a frame that is deleted while its file is brought together with it is not made anew', async () => {
  await put()
  const { frameId } = lever('Morning')!
  const { id: other } = engine.store.book.allFrames[0]!
  const document = valueOf(readFrameFile(TEXT, engine.store.bench.programs))
  const kept: KeptFile = { ...blankFile('desk.frame.yaml', 'in-step'), frameId, text: TEXT, document }
  for (const { id, version } of engine.store.book.allLevers.filter((one) => one.frameId === frameId))
    valueOf(await edit(engine.store, editLever(id, version, { frameId: other })))
  valueOf(await edit(engine.store, removeFrame(frameId)))
  await new FrameKeeper(engine.store, folder, () => undefined).reconcile(kept)
  expect([kept.phase, kept.frameId]).toEqual(['left', undefined])
  expect(engine.store.book.allFrames.map(({ name }) => name)).not.toContain('Desk file')
})

describe('the folder', () => {
  test('keeps a frame in a file that was not, and goes on with it after a restart', async () => {
    const { id } = engine.store.book.allFrames[0]!
    expect(valueOf(await engine.frameFolder!.keep(id))).toBe('night-run.frame.yaml')
    expect((await engine.frameFolder!.keep(id)).ok).toBe(false)
    write('night: dome-desk\n', 'desk.frame.yaml')
    const desk = engine.store.book.allFrames.find(({ name }) => name === 'Desk')!
    expect(valueOf(await engine.frameFolder!.keep(desk.id))).toBe('desk-2.frame.yaml')
    const [before] = [...engine.store.book.levers.values()].filter(({ frameId }) => frameId === id)
    const text = read('night-run.frame.yaml')
    expect(text).toContain(before!.name)
    await restart(() => write(text.replace(`  ${before!.name}:`, '  Called otherwise:'), 'night-run.frame.yaml'))
    await settled('in-step', 'night-run.frame.yaml')
    expect(engine.store.book.levers.get(before!.id)!.name).toBe('Called otherwise')
  })

  test('does not follow links that lead out, nor touch files that do not say what they are', async () => {
    const outside = mkdtempSync(join(tmpdir(), 'keen-lever-outside-'))
    writeFileSync(join(outside, 'other.yaml'), TEXT)
    symlinkSync(join(outside, 'other.yaml'), path('link.yaml'))
    write('night: dome-desk\n', 'notes.yaml')
    write(TEXT, 'mine.yaml')
    symlinkSync(path('mine.yaml'), path('second.yaml'))
    await settled('in-step', 'mine.yaml')
    expect(file('link.yaml')).toMatchObject({ phase: 'refused' })
    expect(file('link.yaml')!.message).toContain('leads out of the folder')
    expect(file('second.yaml')!.phase).toBe('refused')
    expect(file('notes.yaml')).toBeUndefined()
    expect(read('notes.yaml')).toBe('night: dome-desk\n')
    rmSync(outside, { recursive: true })
  })

  test('tells of a second file with the same frame, and of one that may not be read', async () => {
    await put()
    write(TEXT.replace('Good morning', 'Stolen'), 'second.yaml')
    await settled('wrong', 'second.yaml')
    expect(file('second.yaml')!.issues[0]).toMatchObject({
      line: 3,
      message: 'Desk file is kept in desk.frame.yaml already.',
    })
    expect(saying('Morning')).toBe('Good morning')
    // Whoever is root reads everything.
    if (process.getuid?.() === 0) return
    chmodSync(path(), 0o000)
    await settled('unreadable')
    chmodSync(path(), 0o644)
    await settled('in-step')
  })

  test('may vanish and come back; a file that is gone is written again or let go of', async () => {
    await put()
    renameSync(folder, `${folder}-away`)
    await soon(() => expect(engine.frameFolder!.summary.isThere).toBe(false))
    await say('Morning', 'While it was away')
    expect(saying('Evening')).toBe('Good evening')
    renameSync(`${folder}-away`, folder)
    await soon(() => expect(engine.frameFolder!.summary.isThere).toBe(true))
    await soon(() => expect(read()).toContain('While it was away'))
    unlinkSync(path())
    await settled('gone')
    expect(saying('Morning')).toBe('While it was away')
    valueOf(await engine.frameFolder!.actOn('desk.frame.yaml', 'write-again'))
    expect(read()).toContain('While it was away')
    unlinkSync(path())
    await settled('gone')
    valueOf(await engine.frameFolder!.actOn('desk.frame.yaml', 'let-go'))
    expect([files(), existsSync(path())]).toEqual([[], false])
  }, 30_000)

  test('that is none is told at the start, and what a killed server left in it is taken away', async () => {
    await engine.halt()
    const none = join(folder, 'nowhere')
    await expect(startEngine({ ...opened }, none)).rejects.toThrow('KEEN_FRAMES is')
    mkdirSync(none)
    writeFileSync(join(none, '.desk.frame.yaml.0123456789ab.keen-lever'), 'half')
    engine = await startEngine({ ...opened }, none)
    expect(readdirSync(none)).toEqual([])
  })
})
