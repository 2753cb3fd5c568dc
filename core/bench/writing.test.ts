import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { valueOf } from '../result'
import { applyChange, applyChanges } from './change'
import type { Change } from './change'
import { exampleDesk } from './exampleBench'
import {
  AREAS,
  AREA_NAMES,
  areaInWords,
  areaWhereLetGo,
  desktopName,
  desktopOf,
  displayOf,
  displaysOf,
  draftOf,
  fileAt,
  frontWindow,
  isEditingKey,
  nameOfArea,
  ownArea,
  placeCursor,
  pressInto,
  sizeOfText,
  tellVerb,
  typeInto,
  windowMeant,
  windowTitle,
  writingIn,
  writingInFront,
} from '.'
import type { BenchState } from '.'

const desk = exampleDesk()
const PATH = '/l/b.log'

/** The desk with a text being written in front. */
function writing(text: string, cursor = text.length, anchor?: number): BenchState {
  const written = { kind: 'document.edit', windowId: 'w-book', path: PATH, at: 0, unsaved: true } as const
  const deletes = 'Clear sky.'.length
  return valueOf(
    applyChange(desk, { ...written, deletes, inserts: text, cursor, ...(anchor === undefined ? {} : { anchor }) }),
  )
}

const shown = (state: BenchState) => {
  const { text, cursor, anchor } = draftOf(state, writingInFront(state)!.document)
  return anchor === undefined ? [text, cursor] : [text, cursor, anchor]
}

type Key = Parameters<typeof pressInto>[2]

function press(state: BenchState, key: Key, selecting = false): BenchState {
  const change = pressInto(state, writingInFront(state)!, key, selecting)
  return change ? valueOf(applyChange(state, change)) : state
}

describe('a text that is written', () => {
  test.each<[string, Key, (string | number)[], (string | number)[]]>([
    ['takes the character before', 'Backspace', ['abc', 2], ['ac', 1]],
    ['takes a whole character', 'Backspace', ['a🌙b', 3], ['ab', 1]],
    ['takes nothing before the beginning', 'Backspace', ['abc', 0], ['abc', 0]],
    ['takes the character behind', 'Delete', ['abc', 1], ['ac', 1]],
    ['takes a whole character behind', 'Delete', ['🌙b', 0], ['b', 0]],
    ['takes nothing behind the end', 'Delete', ['abc', 3], ['abc', 3]],
    ['takes what is selected', 'Backspace', ['abcd', 3, 1], ['ad', 1]],
    ['takes what is selected the other way round', 'Delete', ['abcd', 1, 3], ['ad', 1]],
    ['breaks the line in place of what is selected', 'Enter', ['abcd', 3, 1], ['a\nd', 2]],
    ['indents', 'Tab', ['ab', 1], ['a\tb', 2]],
    ['goes to the left', 'ArrowLeft', ['a🌙', 3], ['a🌙', 1]],
    ['goes to the right', 'ArrowRight', ['🌙a', 0], ['🌙a', 2]],
    ['goes to the end of what was selected', 'ArrowRight', ['abcd', 1, 3], ['abcd', 3]],
    ['goes to the beginning of what was selected', 'ArrowLeft', ['abcd', 3, 1], ['abcd', 1]],
    ['goes to the beginning of the line', 'Home', ['ab\ncd', 4], ['ab\ncd', 3]],
    ['goes to the beginning of the first line', 'Home', ['ab\ncd', 2], ['ab\ncd', 0]],
    ['stays at the beginning of an empty first line', 'Home', ['\nab', 0], ['\nab', 0]],
    ['goes to the end of the line', 'End', ['ab\ncd', 0], ['ab\ncd', 2]],
    ['goes to the end of the last line', 'End', ['ab\ncd', 3], ['ab\ncd', 5]],
  ])('%s: %s', (_what, key, [text, cursor, anchor], after) => {
    const state = writing(text as string, cursor as number, anchor as number | undefined)
    expect(shown(press(state, key))).toEqual(after)
  })

  test('is selected by the same keys with Shift, from where the cursor was', () => {
    const right = press(writing('abcd', 1), 'ArrowRight', true)
    expect(shown(right)).toEqual(['abcd', 2, 1])
    expect(shown(press(right, 'End', true))).toEqual(['abcd', 4, 1])
    expect(shown(press(press(right, 'ArrowLeft', true), 'ArrowLeft', true))).toEqual(['abcd', 0, 1])
    expect(shown(press(right, 'Home'))).toEqual(['abcd', 0])
    expect(shown(press(right, 'Backspace'))).toEqual(['acd', 1])
  })

  test('is what somebody who counts letters by hand comes to, whatever is pressed', () => {
    const keys = ['Backspace', 'Delete', 'ArrowLeft', 'ArrowRight', 'Home', 'End', 'Enter', 'Tab'] as const
    const acts = fc.array(fc.tuple(fc.constantFrom(...keys), fc.boolean()), { maxLength: 25 })
    const texts = fc.string({ unit: fc.constantFrom('a', 'b', '\n', ' '), maxLength: 12 })
    fc.assert(
      fc.property(texts, acts, fc.nat(12), (text, pressed, at) => {
        let state = writing(text, Math.min(at, text.length))
        let [letters, cursor, anchor] = [text, Math.min(at, text.length), Math.min(at, text.length)]
        for (const [key, selecting] of pressed) {
          const [from, to] = [Math.min(cursor, anchor), Math.max(cursor, anchor)]
          const put = (begin: number, end: number, what: string) => {
            letters = letters.slice(0, begin) + what + letters.slice(end)
            cursor = anchor = begin + what.length
          }
          const go = (target: number) => {
            cursor = target
            if (!selecting) anchor = target
          }
          const lines = letters.slice(0, cursor).split('\n')
          if (key === 'Enter' || key === 'Tab') put(from, to, key === 'Enter' ? '\n' : '\t')
          else if (key === 'Backspace' || key === 'Delete') {
            if (from < to) put(from, to, '')
            else if (key === 'Backspace') put(Math.max(0, cursor - 1), cursor, '')
            else put(cursor, Math.min(letters.length, cursor + 1), '')
          } else if (key === 'ArrowLeft') go(from < to && !selecting ? from : Math.max(0, cursor - 1))
          else if (key === 'ArrowRight') go(from < to && !selecting ? to : Math.min(letters.length, cursor + 1))
          else if (key === 'Home') go(cursor - lines.at(-1)!.length)
          else go(cursor + letters.slice(cursor).split('\n')[0]!.length)
          state = press(state, key, selecting)
        }
        expect(shown(state)).toEqual(anchor === cursor ? [letters, cursor] : [letters, cursor, anchor])
      }),
    )
  })

  test('is typed in place of what is selected, and only into a program that writes', () => {
    const state = writing('abcd', 3, 1)
    expect(shown(valueOf(applyChange(state, typeInto(state, writingInFront(state)!, 'xyz'))))).toEqual(['axyzd', 4])
    expect(shown(valueOf(applyChange(state, placeCursor(writingInFront(state)!, 4, 4))))).toEqual(['abcd', 4])
    expect(writingIn(desk, desk.windows['w-chart'])).toBeUndefined()
    expect(writingIn(desk, undefined)).toBeUndefined()
    expect(['Backspace', 'Tab', 'KeyA', 'F5'].map(isEditingKey)).toEqual([true, true, false, false])
    expect(['', 'a', 'é', '🌙'].map(sizeOfText)).toEqual([0, 1, 2, 4])
  })
})

describe('a verb that a program is told', () => {
  const context = { nowMs: 500_000, nextId: () => 'n' }
  const tell = (verb: string, state = desk, windowId = 'w-book') => {
    const told = tellVerb(state, windowId, verb, context)
    return told.ok ? valueOf(applyChanges(state, told.value)) : told.issues[0]!.code
  }
  const after = (verb: string, state = desk) => tell(verb, state) as BenchState
  const content = (state: BenchState) => state.windows['w-book']!.content

  test('is known by its id or its name; another is refused with those that there are', () => {
    expect(tell('Select all', writing('abc'))).toEqual(tell('all', writing('abc')))
    expect(tellVerb(desk, 'w-book', 'svae', context)).toMatchObject({
      ok: false,
      issues: [{ code: 'verb-missing', at: 'verb', message: expect.stringContaining('Save') as string }],
    })
    expect([tell('save', desk, 'w-none'), tell('save', desk, 'w-chart')]).toEqual(['window-missing', 'verb-missing'])
  })

  test('saves what was written into its file, with its size and time', () => {
    const saved = after('save', writing('Dew.'))
    expect(fileAt(saved.files, PATH)).toEqual({ kind: 'file', sizeBytes: 4, text: 'Dew.', changedAtMs: 500_000 })
    expect(content(saved).documents).toEqual([{ path: PATH, role: 'log', unsaved: false }])
    expect(after('save', saved)).toEqual(saved)
  })

  test('opens a new document under a free name, goes to the next one, and closes what is saved', () => {
    const twice = after('new', after('new'))
    expect(content(twice).documents.map(({ path }) => path)).toEqual([PATH, '/l/note.log', '/l/note 2.log'])
    expect(content(twice).active).toBe('/l/note 2.log')
    expect(content(after('next', twice)).active).toBe(PATH)
    expect(content(after('next', after('next', twice))).active).toBe('/l/note.log')
    expect(tell('shut', twice)).toBe('work-unsaved')
    const saved = after('save', desk)
    expect(content(after('shut', saved)).documents).toEqual([])
    expect(after('shut', after('shut', saved))).toEqual(after('shut', saved))
    expect(after('next', after('shut', saved))).toEqual(after('shut', saved))
  })

  test('goes round its views, types, selects, and sets a control', () => {
    const grid = [after('grid'), after('grid', after('grid'))].map((state) => content(state).views)
    expect(grid).toEqual([{ grid: 'on' }, { grid: 'off' }])
    expect(shown(after('mark', writing('ab', 1)))).toEqual(['a✓b', 2])
    expect(shown(after('all', writing('ab', 1)))).toEqual(['ab', 2, 0])
    const mute = (state: BenchState) => state.devices.mic!.controls.mute!.value
    expect([mute(after('mute')), mute(after('mute', after('mute')))]).toEqual([true, false])
  })
})

describe('where windows stand', () => {
  test('parts of a display have names, others are told by their size and corner', () => {
    for (const name of AREA_NAMES) expect(nameOfArea(AREAS[name])).toBe(name)
    expect(areaInWords(AREAS['top-left'])).toBe('the upper left quarter')
    expect(areaInWords({ x: 20, y: 10, width: 60, height: 40 })).toBe('60 by 40 % at 20, 10 %')
    const quarters = ['top-left', 'top-right', 'bottom-left', 'bottom-right'] as const
    const covered = quarters.map((name) => AREAS[name]).reduce((sum, { width, height }) => sum + width * height, 0)
    expect(covered).toBe(100 * 100)
  })

  test('one that is let go beside an edge takes the half, in a corner the quarter, above the whole', () => {
    const size = { x: 0, y: 0, width: 40, height: 30 }
    const at = (x: number, y: number) => areaWhereLetGo({ x, y }, { x: 30.4, y: 200 }, size)
    expect([at(2, 50), at(98, 50), at(50, 1), at(50, 99)]).toEqual([AREAS.left, AREAS.right, AREAS.whole, AREAS.bottom])
    expect([at(2, 10), at(98, 10), at(2, 90), at(98, 90)]).toEqual([
      AREAS['top-left'],
      AREAS['top-right'],
      AREAS['bottom-left'],
      AREAS['bottom-right'],
    ])
    expect(at(50, 50)).toEqual({ x: 30, y: 70, width: 40, height: 30 })
    fc.assert(
      fc.property(fc.nat(100), fc.nat(100), fc.integer({ min: -300, max: 300 }), (x, y, corner) => {
        const area = areaWhereLetGo({ x, y }, { x: corner, y: corner }, size)
        expect(Math.min(area.x, area.y)).toBeGreaterThanOrEqual(0)
        expect(Math.max(area.x + area.width, area.y + area.height)).toBeLessThanOrEqual(100)
      }),
    )
  })

  test('one that was never placed has its own place on the display, always the same', () => {
    fc.assert(
      fc.property(fc.string(), (id) => {
        const area = ownArea(id)
        expect(ownArea(id)).toEqual(area)
        expect(Math.min(area.x, area.y)).toBeGreaterThanOrEqual(0)
        expect(Math.max(area.x + area.width, area.y + area.height)).toBeLessThanOrEqual(100)
      }),
    )
  })

  test('one whose display or desktop is gone stands on the first display, and on the last desktop', () => {
    expect(displaysOf(desk)).toEqual(['left', 'right'])
    expect([
      displayOf(desk, { displayId: 'right' }),
      displayOf(desk, {}),
      displayOf(desk, { displayId: 'mic' }),
    ]).toEqual(['right', 'left', 'left'])
    const plug = (deviceId: string): Change => ({ kind: 'device.plug', deviceId, plugged: false })
    const one = valueOf(applyChanges(desk, [plug('left')]))
    expect([displayOf(one, { displayId: 'left' }), displaysOf(one)]).toEqual(['right', ['right']])
    expect(displayOf(valueOf(applyChanges(one, [plug('right')])), {})).toBeUndefined()
    expect([desktopOf(desk, {}), desktopOf(desk, { desktop: 2 }), desktopOf(desk, { desktop: 9 })]).toEqual([1, 2, 3])
    expect([desktopName(desk, 2), desktopName(desk, 9), desktopName({}, 1)]).toEqual(['2 Charts', '9', '1'])
  })

  test('the one meant by a program is its topmost, by nobody the one in front; an error window is none of it', () => {
    expect([windowMeant(desk, '')?.id, windowMeant(desk, 'book')?.id, windowMeant(desk, 'web')]).toEqual([
      'w-book',
      'w-book',
      undefined,
    ])
    const raised = valueOf(applyChange(desk, { kind: 'window.raise', windowId: 'w-small' }))
    expect([windowMeant(raised, 'book')?.id, frontWindow(raised)?.id]).toEqual(['w-small', 'w-small'])
    expect(windowTitle(desk, desk.windows['w-book']!)).toBe('BOOK: b.log*')
    expect(windowTitle(desk, desk.windows['w-chart']!)).toBe('CHART: red · a.log')
  })
})
