import { describe, expect, test } from 'vitest'
import { valueOf } from '../result'
import { applyChanges } from './change'
import type { Change } from './change'
import { exampleDesk } from './exampleBench'
import { chordOfVerb, fileAt, frontWindow, tellVerb, verbOf, windowMeant } from '.'
import type { BenchState, Program, Verb } from '.'

const context = { nowMs: Date.UTC(2026, 10, 29, 21, 30), nextId: () => 'new' }
const NEW: Verb['effect'][] = [
  { kind: 'close-window' },
  { kind: 'make-folder', name: 'sorted' },
  { kind: 'bin-selected' },
  { kind: 'say', text: 'The dome is open.' },
  { kind: 'device', deviceId: 'mic', controlId: 'mute', value: true },
  { kind: 'device', deviceId: 'gone', controlId: 'mute' },
  { kind: 'insert', text: 'in ${logs}: ' },
  { kind: 'insert', text: '${nothing}' },
  { kind: 'copy-picture' },
]

/** The desk, on which DRAWERS and BOOK can be told more; DRAWERS shows `/in` in `w-in`, in front. */
function desk(content: object = {}): BenchState {
  const bench = exampleDesk()
  const verbs = NEW.map((effect, i) => ({ id: `v${i}`, name: `${effect.kind} ${i}`, effect }))
  const more = (program: Program): Program => ({ ...program, verbs: [...(program.verbs ?? []), ...verbs] })
  const opened = valueOf(
    applyChanges(bench, [
      {
        kind: 'window.open',
        window: {
          id: 'w-in',
          programId: 'drawers',
          mode: 'normal',
          content: { documents: [{ path: '/in', role: 'folder', unsaved: false }], ...content },
        },
      },
    ]),
  )
  const { drawers, book } = opened.programs
  return { ...opened, programs: { ...opened.programs, drawers: more(drawers!), book: more(book!) } }
}

const id = (effect: Verb['effect']['kind'], nth = 0) =>
  `v${NEW.findIndex((one, i) => one.kind === effect && NEW.slice(0, i).filter(({ kind }) => kind === effect).length === nth)}`
const tell = (state: BenchState, windowId: string, verb: string) => tellVerb(state, windowId, verb, context)
const code = (state: BenchState, windowId: string, verb: string) => {
  const told = tell(state, windowId, verb)
  return told.ok ? undefined : [told.issues[0]!.code, told.issues[0]!.message]
}
const after = (state: BenchState, windowId: string, verb: string) =>
  valueOf(applyChanges(state, valueOf(tell(state, windowId, verb))))

describe('what a window is told', () => {
  test('is known by its id or its name, and what is not known says what is', () => {
    const { book } = exampleDesk().programs
    expect([verbOf(book!, 'all')?.id, verbOf(book!, 'Select all')?.id, verbOf(book!, 'All')]).toEqual([
      'all',
      'all',
      undefined,
    ])
    expect(verbOf(exampleDesk().programs.web!, 'save')).toBeUndefined()
    expect(chordOfVerb(book!, verbOf(book!, 'save')!)).toBe('Ctrl+S')
    expect(chordOfVerb(book!, verbOf(book!, 'all')!)).toBeUndefined()
    expect(code(desk(), 'w-gone', 'save')![0]).toBe('window-missing')
    const [missing, message] = code(desk(), 'w-book', 'sing')!
    expect(missing).toBe('verb-missing')
    expect(message).toContain('BOOK')
    expect(tell(desk(), 'w-chart', 'save')).toMatchObject({ ok: false, issues: [{ code: 'verb-missing', known: [] }] })
  })

  test('a window closes by itself only where nothing in it is unsaved', () => {
    expect(code(desk(), 'w-book', id('close-window'))![0]).toBe('work-unsaved')
    const saved = after(desk(), 'w-book', 'save')
    expect(valueOf(tell(saved, 'w-book', id('close-window')))).toEqual([{ kind: 'window.close', windowId: 'w-book' }])
  })

  test('a folder is made where the window shows one, under a free name', () => {
    const once = after(desk(), 'w-in', id('make-folder'))
    expect(fileAt(once.files, '/in/sorted')).toEqual({ kind: 'folder' })
    expect(valueOf(tell(once, 'w-in', id('make-folder')))).toMatchObject([{ kind: 'file.put', path: '/in/sorted 2' }])
    expect(code(desk(), 'w-book', id('make-folder'))![0]).toBe('no-folder-shown')
  })

  test('what is selected goes into the bin, each under a name of its own; what has gone is left out', () => {
    const state = desk({ selected: ['veil-1.exposure', 'gone.exposure', 'veil-2.exposure'] })
    const changes = valueOf(tell(state, 'w-in', id('bin-selected')))
    expect(changes).toEqual([
      { kind: 'file.move', from: '/in/veil-1.exposure', to: '/bin/veil-1.exposure', binnedFrom: '/in/veil-1.exposure' },
      { kind: 'file.move', from: '/in/veil-2.exposure', to: '/bin/veil-2.exposure', binnedFrom: '/in/veil-2.exposure' },
    ])
    expect(valueOf(tell(desk(), 'w-in', id('bin-selected')))).toEqual([])
    expect(code(desk(), 'w-book', id('bin-selected'))![0]).toBe('no-folder-shown')
    const { bin: _bin, ...folders } = state.folders
    expect(code({ ...state, folders }, 'w-in', id('bin-selected'))![0]).toBe('no-bin')
    const inItself = desk({ documents: [{ path: '/', role: 'folder', unsaved: false }], selected: ['bin'] })
    expect(code(inItself, 'w-in', id('bin-selected'))![0]).toBe('into-itself')
  })

  test('says something, sets a control, or sets it the other way', () => {
    expect(valueOf(tell(desk(), 'w-in', id('say')))).toEqual([
      { kind: 'message.show', message: { id: 'new', text: 'The dome is open.', atMs: context.nowMs } },
    ])
    expect(valueOf(tell(desk(), 'w-in', id('device')))).toEqual([
      { kind: 'device.set', deviceId: 'mic', controlId: 'mute', value: true },
    ])
    // One that is unknown goes on; one that is on goes off; of a device that is not there it is not known either.
    const mute = (state: BenchState) => valueOf(tell(state, 'w-book', 'mute'))[0]
    expect(mute(desk())).toMatchObject({ value: true })
    expect(mute(after(desk(), 'w-in', id('device')))).toMatchObject({ value: false })
    expect(valueOf(tell(desk(), 'w-in', id('device', 1)))).toMatchObject([{ deviceId: 'gone', value: true }])
  })

  test('writes a text at the cursor, with folders and the moment filled in, and says which value it does not know', () => {
    expect(valueOf(tell(desk(), 'w-book', id('insert')))).toMatchObject([{ kind: 'document.edit', inserts: 'in /l: ' }])
    const [unknown, message] = code(desk(), 'w-book', id('insert', 1))!
    expect([unknown, message!.includes('nothing')]).toEqual(['variable-unknown', true])
    expect(code(desk(), 'w-in', id('insert'))![0]).toBe('nothing-to-write-in')
    expect(code(desk(), 'w-in', 'v99')![0]).toBe('verb-missing')
  })

  test('selects, copies and cuts what is written; a picture is of what is shown, or of the program', () => {
    const all = after(desk(), 'w-book', 'all')
    expect(all.windows['w-book']!.content.documents[0]!.draft).toMatchObject({ cursor: 10, anchor: 0 })
    const cut = after(all, 'w-book', 'cut')
    expect([cut.clipboard![0]!.text, cut.windows['w-book']!.content.documents[0]!.draft!.text]).toEqual([
      'Clear sky.',
      '',
    ])
    expect(after(desk(), 'w-book', 'copy').clipboard![0]).toMatchObject({ text: 'Clear sky.', programId: 'book' })
    const picture = (windowId: string) => after(desk(), windowId, id('copy-picture')).clipboard![0]
    expect(picture('w-book')).toMatchObject({ text: 'Picture: b.log', kind: 'picture' })
    expect(picture('w-small')).toMatchObject({ text: 'Picture: BOOK', kind: 'picture' })
    expect(after(desk(), 'w-in', id('copy-picture')).clipboard![0]).toMatchObject({ text: 'Picture: in' })
  })

  test('a new document is in the documents folder, or at home, or where the window works, under a free name', () => {
    const paths = (state: BenchState) =>
      after(state, 'w-book', 'new').windows['w-book']!.content.documents.map(({ path }) => path)
    const state = desk()
    expect(paths(state)).toEqual(['/l/b.log', '/l/note.log'])
    const twice = after(state, 'w-book', 'new')
    expect(paths(twice)).toEqual(['/l/b.log', '/l/note.log', '/l/note 2.log'])
    const without = (...names: string[]): BenchState => ({
      ...state,
      folders: Object.fromEntries(Object.entries(state.folders).filter(([name]) => !names.includes(name))),
    })
    expect(paths(without('documents'))[1]).toBe('/note.log')
    expect(paths(without('documents', 'home'))[1]).toBe('/note.log')
    const working: Change = {
      kind: 'window.show',
      windowId: 'w-book',
      content: { ...state.windows['w-book']!.content, workingDirectory: '/in' },
    }
    expect(paths(valueOf(applyChanges(state, [working])))[1]).toBe('/in/note.log')
  })

  test('documents are gone through and closed one by one, never one that is unsaved', () => {
    const two = after(after(desk(), 'w-book', 'save'), 'w-book', 'new')
    const active = (state: BenchState) => state.windows['w-book']!.content.active
    expect([active(two), active(after(two, 'w-book', 'next'))]).toEqual(['/l/note.log', '/l/b.log'])
    expect(code(two, 'w-book', 'shut')![0]).toBe('work-unsaved')
    const shut = after(after(two, 'w-book', 'next'), 'w-book', 'shut')
    expect(shut.windows['w-book']!.content).toMatchObject({ documents: [{ path: '/l/note.log' }] })
    expect(active(shut)).toBeUndefined()
    // A window that shows nothing has nothing to close or go on to.
    expect([valueOf(tell(desk(), 'w-small', 'shut')), valueOf(tell(desk(), 'w-small', 'next'))]).toEqual([[], []])
  })

  test('a view goes round its values', () => {
    const grid = (state: BenchState) => state.windows['w-book']!.content.views?.grid
    const once = after(desk(), 'w-book', 'grid')
    expect([grid(once), grid(after(once, 'w-book', 'grid'))]).toEqual(['on', 'off'])
  })

  test('what is saved is written into its file, and is not written where its folder has gone', () => {
    const typed = after(desk(), 'w-book', 'mark')
    const saved = after(typed, 'w-book', 'save')
    expect(fileAt(saved.files, '/l/b.log')).toMatchObject({
      text: 'Clear sky.✓',
      changedAtMs: context.nowMs,
      sizeBytes: 13,
    })
    expect(valueOf(tell(saved, 'w-book', 'save'))).toEqual([])
    const moved = valueOf(applyChanges(typed, [{ kind: 'file.move', from: '/l', to: '/later/l' }]))
    expect(code(moved, 'w-book', 'save')![0]).toBe('folder-missing')
  })
})

test('the window that is meant is the topmost of a program, or the one in front', () => {
  const state = desk()
  expect([windowMeant(state, '')?.id, windowMeant(state, 'book')?.id, windowMeant(state, 'dome')]).toEqual([
    'w-in',
    'w-book',
    undefined,
  ])
  expect(frontWindow(state)?.id).toBe('w-in')
})
