import { describe, expect, test } from 'vitest'
import { draftOf, fileAt, frontProgram } from '../../core/bench'
import type { BenchState } from '../../core/bench'
import { leverDraftSchema } from '../../core/levers'
import { valueOf } from '../../core/result'
import { stepSchema } from '../../core/steps'
import { eventually } from '../../tests/support/api'
import { engineOfEach } from '../../tests/support/engineOfEach'
import { typing } from '../../tests/support/typing'
import { listActs } from '../database/actTable'
import { changeByHand, edit } from './edits'
import { createLever } from './leverEdits'
import { editSettings } from './settingEdits'

const its = engineOfEach()

const act = (part: Record<string, unknown>, answer?: string) =>
  its.engine.handDesk.act(stepSchema.parse({ id: 'a', ...part }), answer)
const acts = async () => (await listActs(its.engine.store.database, 100)).map(({ sentence }) => sentence)
const bench = (): BenchState => its.engine.store.bench
const book = () => {
  const window = bench().windows['w-book']!
  return { window, text: draftOf(bench(), window.content.documents[0]!).text }
}
const type = (text: string, fromMs = 1000) => its.engine.keyDesk.press('tab', typing(text, fromMs))
const make = async (part: Record<string, unknown>) =>
  valueOf(
    await edit(
      its.engine.store,
      createLever(leverDraftSchema.parse({ frameId: 'desk', name: 'Waits', triggers: [], ...part })),
    ),
  )
const pull = async (id: string) => {
  const lever = its.engine.store.book.levers.get(id)!
  return its.engine.driver.pull(lever, 'button')
}

const ended = (id: string) =>
  eventually(async () => {
    const run = await its.engine.driver.find(id)
    return run?.head.phase === 'ended' && run.head.outcome
  })

describe('an act by hand', () => {
  test('is a step that is done at once, and is kept as one', async () => {
    expect(valueOf(await act({ kind: 'program.raise', programId: 'cairn-web' })).note).toBe(
      'Cairn Web came to the front.',
    )
    await act({ kind: 'windows.place', which: { kind: 'front' }, display: { kind: 'next' }, desktop: 3 })
    expect(bench().windows['w-web']).toMatchObject({ displayId: 'display-right', desktop: 3 })
    expect(await acts()).toEqual([
      'Puts the window in front on the other display on desktop 3 Visitors.',
      'Brings Cairn Web to the front.',
    ])
  })

  test('asks before it throws work away, and does nothing until it is answered', async () => {
    const close = { kind: 'windows.close', which: { kind: 'front' } }
    const asked = valueOf(await act(close))
    expect(asked.question?.text).toContain('Night Book: tonight.log*')
    expect([bench().windows['w-book'] !== undefined, await acts()]).toEqual([true, []])
    valueOf(await act(close, 'leave'))
    expect(bench().windows['w-book']).toBeDefined()
    valueOf(await act(close, 'discard'))
    expect(bench().windows['w-book']).toBe(undefined)
  })

  test('that cannot be done, or takes time, is refused with its reason and kept nowhere', async () => {
    expect(await act({ kind: 'desktop.go', to: { kind: 'number', desktop: 9 } })).toMatchObject({
      ok: false,
      issues: [{ code: 'desktop-missing' }],
    })
    for (const slow of [{ kind: 'wait', ms: 1 }, { kind: 'group', name: 'g', steps: [] }, { kind: 'run.put-back' }])
      expect(await act(slow)).toMatchObject({ ok: false, issues: [{ code: 'takes-time' }] })
    expect(await acts()).toEqual([])
  })

  test('is kept in so far as the settings say, and forgotten on demand', async () => {
    const { body, version } = its.engine.store.book.settings
    const most = (mostActs: number) =>
      edit(its.engine.store, editSettings({ ...body, retention: { ...body.retention, mostActs } }, version))
    valueOf(await most(60))
    for (let i = 0; i < 120; i++) await act({ kind: 'desktop.go', to: { kind: 'next' } })
    const kept = (await listActs(its.engine.store.database, 1000)).length
    expect(kept).toBeGreaterThanOrEqual(60)
    expect(kept).toBeLessThanOrEqual(110)
    expect(await its.engine.handDesk.forget()).toBe(kept)
    expect(await acts()).toEqual([])
  })
})

describe('keys that reach the program in front', () => {
  test('write in its text, edit it, and tell it its verbs; typing that goes on is one act', async () => {
    const { text } = book()
    await type('Dew at 3.')
    await its.engine.keyDesk.press('tab', [{ kind: 'down', code: 'Backspace', atMs: 5000 }])
    await type('!', 6000)
    expect(book().text).toBe(`${text}Dew at 3!`)
    const ctrl = { Ctrl: true, Alt: false, Shift: false, Meta: false }
    await its.engine.keyDesk.press('tab', [{ kind: 'down', code: 'KeyS', atMs: 9000, modifiers: ctrl }])
    expect(fileAt(bench().files, '/home/watch/documents/logs/tonight.log')).toMatchObject({ text: `${text}Dew at 3!` })
    expect(book().window.content.documents[0]!.unsaved).toBe(false)
    expect(await acts()).toEqual([
      'Sends Ctrl+S to the program in front.',
      'Types “!”.',
      'Sends Backspace to the program in front.',
      'Types “Dew at 3”.',
    ])
  })

  test('a typed word is taken out of the text, and what it stands for put in', async () => {
    const { text } = book()
    await type('so ;hf ')
    expect((await acts()).slice(-4)).toEqual([
      'Sends Backspace to the program in front.',
      'Sends Backspace to the program in front.',
      'Sends Backspace to the program in front.',
      'Types “so ;hf”.',
    ])
    expect(book().text).toMatch(new RegExp(`^${text}so Harrow Fell, night of \\d{4}-\\d\\d-\\d\\d, series 2611-0417 $`))
  })

  test('what the program cannot do with a key is told with it', async () => {
    const ctrl = { Ctrl: true, Alt: false, Shift: false, Meta: false }
    const [pasted] = await its.engine.keyDesk.press('tab', [
      { kind: 'down', code: 'KeyV', atMs: 9000, modifiers: ctrl },
    ])
    expect(pasted!.refusal).toBe('The clipboard is empty.')
    await type('Dew ')
    await changeByHand(its.engine.store, [
      { kind: 'file.move', from: '/home/watch/documents/logs', to: '/home/watch/documents/old logs' },
    ])
    const [saved] = await its.engine.keyDesk.press('tab', [
      { kind: 'down', code: 'KeyS', atMs: 19_000, modifiers: ctrl },
    ])
    expect(saved!.refusal).toContain('There is no folder /home/watch/documents/logs')
    expect(book().window.content.documents[0]!.unsaved).toBe(true)
  })

  test('what they bring to a view of the product, or to a lever, reaches no text', async () => {
    const { text } = book()
    await its.engine.keyDesk.press(
      'tab',
      typing('abc').map((event) => ({ ...event, inView: true })),
    )
    const chord = { Ctrl: true, Alt: true, Shift: false, Meta: false }
    await its.engine.keyDesk.press('tab', [{ kind: 'down', code: 'KeyH', atMs: 9000, modifiers: chord }])
    expect(book().text).toBe(text)
    expect(frontProgram(bench())?.id).toBe('generator-panel')
  })

  test('nothing is kept of what is typed, sent or copied in a program that holds secrets', async () => {
    valueOf(await act({ kind: 'program.open', programId: 'gate-codes', args: ['${documents}/gate.codes'] }))
    await type('0472')
    await act({ kind: 'clipboard.use', act: 'copy', programId: '' })
    await act({ kind: 'keys.send', chords: ['A'], programId: 'gate-codes' })
    const front = bench().windows[bench().stack.at(-1)!]!
    expect(draftOf(bench(), front.content.documents[0]!).text).toContain('0472')
    expect(await acts()).toEqual(['Opens Gate Codes with ${documents}/gate.codes.'])
  })
})

test('a lever may be about the program in front, which nobody names', async () => {
  const steps = [
    { id: 'a', kind: 'text.type', text: '✓', programId: '' },
    { id: 'b', kind: 'program.tell', programId: '', verb: 'save-the-log' },
    { id: 'c', kind: 'clipboard.use', act: 'copy', programId: '' },
    { id: 'd', kind: 'player.control', deviceId: '', act: 'play' },
  ]
  const run = await pull((await make({ steps })).id)
  expect(await ended(run.id)).toBe('done')
  const odd = leverDraftSchema.safeParse({
    frameId: 'desk',
    name: 'x',
    steps: [{ id: 'a', kind: 'program.raise', programId: '' }],
  })
  expect(odd.success).toBe(false)
})

describe('a run that waits for something', () => {
  const until = (limitMs: number) => ({
    steps: [
      {
        id: 'a',
        kind: 'wait.until',
        condition: { kind: 'device-present', deviceId: 'finder-camera' },
        limitMs,
        then: 'fail',
      },
      { id: 'b', kind: 'message.show', text: 'It is there' },
    ],
  })
  const plugIn = () =>
    changeByHand(its.engine.store, [{ kind: 'device.plug', deviceId: 'finder-camera', plugged: true }])
  test('goes on as soon as it comes', async () => {
    const { id } = await pull((await make(until(600_000))).id)
    expect((await its.engine.driver.find(id))!.head.phase).toBe('waiting')
    await plugIn()
    expect(await ended(id)).toBe('done')
    expect(bench().messages.at(-1)!.text).toBe('It is there')
  })

  test('gives up when its time is over, and its clock may be run forward', async () => {
    const { id } = await pull((await make(until(600_000))).id)
    await changeByHand(its.engine.store, [{ kind: 'clock.run', aheadMs: 601_000 }])
    expect(await ended(id)).toBe('failed')
    const waits = await pull((await make({ steps: [{ id: 'a', kind: 'wait', ms: 3_600_000 }] })).id)
    await changeByHand(its.engine.store, [{ kind: 'clock.run', aheadMs: 5_000_000 }])
    expect(await ended(waits.id)).toBe('done')
  })
})

test('an alert waits until it is read; an announcement leaves the board by itself', async () => {
  const lever = await make({
    steps: [
      { id: 'a', kind: 'message.show', text: 'Rain', as: 'alert' },
      { id: 'b', kind: 'message.show', text: 'Dome closed', as: 'board' },
    ],
  })
  const run = await pull(lever.id)
  expect(run.question).toMatchObject({ text: 'Rain', choices: [{ id: 'read' }] })
  expect(bench().messages).toEqual([])
  valueOf(await its.engine.runDesk.answer(run.id, 'read'))
  const [said] = bench().messages
  expect(said).toMatchObject({ text: 'Dome closed', board: { goneAtMs: said!.atMs + 6000 } })
})
