import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { KEYBOARD_FORMS, KEYBOARD_SIZES } from './forms'
import {
  chordByLegend,
  codeOfLegend,
  fingerOf,
  formatChord,
  hasAltGr,
  keyLabel,
  KEYS,
  keyOfName,
  LEGEND_IDS,
  legendOf,
  parseChord,
  placeKeys,
} from '.'
import { valueOf } from '../result'

const keyboards = KEYBOARD_FORMS.flatMap((form) => KEYBOARD_SIZES.map((size) => [form, size] as const))

describe('the keys of a keyboard', () => {
  test.each(keyboards)('of the form %s and the size %s stand beside each other, each once', (form, size) => {
    const placed = placeKeys(form, size)
    expect(new Set(placed.map(({ code }) => code)).size).toBe(placed.length)
    for (const [i, one] of placed.entries()) {
      expect(Math.min(one.x, one.y)).toBeGreaterThanOrEqual(0)
      for (const other of placed.slice(i + 1)) {
        const apart =
          one.x + one.width <= other.x ||
          other.x + other.width <= one.x ||
          one.y + one.height <= other.y ||
          other.y + other.height <= one.y
        expect([one.code, other.code, apart]).toEqual([one.code, other.code, true])
      }
    }
  })

  test('are those of its size: a keypad only on the full one, function keys from a keyboard without a keypad on', () => {
    const has = (size: (typeof KEYBOARD_SIZES)[number], code: string) =>
      placeKeys('iso', size).some((key) => key.code === code)
    expect(KEYBOARD_SIZES.map((size) => [size, has(size, 'Numpad5'), has(size, 'F5'), has(size, 'ArrowUp')])).toEqual(
      KEYBOARD_SIZES.map((size) => [size, size === 'full', size === 'full' || size === 'tkl', size !== '60']),
    )
    for (const [form, size] of keyboards) {
      const codes = placeKeys(form, size).map(({ code }) => code)
      expect([form, codes.includes('IntlBackslash')]).toEqual([form, form === 'iso'])
      expect(codes).toEqual(expect.arrayContaining(['Escape', 'Enter', 'Space', 'KeyQ', 'ShiftRight', 'Backslash']))
    }
  })

  test('have the number of keys that the standards give: 104 by ANSI, 105 by ISO/IEC 9995', () => {
    expect(placeKeys('ansi', 'full')).toHaveLength(104)
    expect(placeKeys('iso', 'full')).toHaveLength(105)
  })
})

describe('a key', () => {
  test('is read by its name, its code and its other spellings, whatever the case', () => {
    for (const { code, name, aliases } of KEYS)
      for (const word of [code, name, ...aliases, code.toLowerCase(), name.toLowerCase()])
        expect([word, keyOfName(word)?.code]).toEqual([word, code])
    expect(keyOfName('Escpae')).toBeUndefined()
  })

  test('is reached by the finger that ten-finger typing gives it', () => {
    const hands = (row: string) =>
      [...row].map((letter) => fingerOf(`Key${letter}`)).map(({ hand, finger }) => [hand, finger])
    const columns = ['QAZ', 'WSX', 'EDC', 'RFV', 'TGB', 'YHN', 'UJM', 'IK', 'OL', 'P']
    for (const column of columns) expect(new Set(hands(column).map(String)).size).toBe(1)
    expect(columns.map((column) => String(hands(column)[0]))).toEqual([
      ...[4, 3, 2, 1, 1].map((finger) => `left,${finger}`),
      ...[1, 1, 2, 3, 4].map((finger) => `right,${finger}`),
    ])
    expect([...'ASDFGHJKL'].every((letter) => fingerOf(`Key${letter}`).distance === 0)).toBe(true)
    expect([...'QWERTYUIOPZXCVBNM'].every((letter) => fingerOf(`Key${letter}`).distance === 1)).toBe(true)
    expect([...'TGBYHN'].every((letter) => fingerOf(`Key${letter}`).isStretch)).toBe(true)
    expect(fingerOf('Space')).toEqual({ hand: 'thumb', finger: 0, distance: 0, isStretch: false })
    expect([fingerOf('Digit1'), fingerOf('F1'), fingerOf('F12')].map(({ hand, distance }) => [hand, distance])).toEqual(
      [
        ['left', 2],
        ['left', 3],
        ['right', 3],
      ],
    )
    expect(fingerOf('NumpadEnter').distance).toBeGreaterThan(3)
  })
})

describe('legends', () => {
  const labels = (id: (typeof LEGEND_IDS)[number], letters: string) =>
    [...letters].map((letter) => keyLabel(id, `Key${letter}`)).join('')

  test('stand on the keys of their language', () => {
    expect(labels('us', 'QWERTYASDFGHZXCVBN')).toBe('QWERTYASDFGHZXCVBN')
    expect(labels('de', 'QWERTYZ')).toBe('QWERTZY')
    expect(labels('fr', 'QWAZM')).toBe('AZQW,')
    expect(keyLabel('fr', 'Semicolon')).toBe('M')
    expect([keyLabel('de', 'Semicolon'), keyLabel('de', 'Quote'), keyLabel('de', 'BracketLeft')]).toEqual([
      'Ö',
      'Ä',
      'Ü',
    ])
    expect(keyLabel('de', 'Enter')).toBe('Enter')
    expect(legendOf('de', 'KeyQ')).toEqual({ plain: 'q', shift: 'Q', altGr: '@' })
    expect(legendOf('de', 'Digit7')).toEqual({ plain: '7', shift: '/', altGr: '{' })
    expect(legendOf('uk', 'Digit4')).toEqual({ plain: '4', shift: '$', altGr: '€' })
    expect(legendOf('fr', 'Digit0')).toEqual({ plain: 'à', shift: '0', altGr: '@' })
    expect(legendOf('us', 'F5')).toBeUndefined()
    expect(LEGEND_IDS.map(hasAltGr)).toEqual([false, true, true, true])
  })

  test('carry each letter once, capitals above small ones', () => {
    for (const id of LEGEND_IDS) {
      for (const letter of 'abcdefghijklmnopqrstuvwxyz') {
        const code = codeOfLegend(id, letter)!
        expect([id, legendOf(id, code)]).toMatchObject([id, { plain: letter, shift: letter.toUpperCase() }])
        expect(codeOfLegend(id, letter.toUpperCase())).toBe(code)
      }
    }
    expect(codeOfLegend('us', 'ö')).toBeUndefined()
    expect(codeOfLegend('de', 'ö')).toBe('Semicolon')
  })

  test('say which keys a chord is that goes by them', () => {
    const pressed = (id: (typeof LEGEND_IDS)[number], chord: string) =>
      formatChord(chordByLegend(id, valueOf(parseChord(chord))))
    const code = (chord: string) => formatChord(valueOf(parseChord(chord)))
    expect(pressed('fr', 'Ctrl+A')).toBe(code('Ctrl+KeyQ'))
    expect(pressed('de', 'Ctrl+Shift+Z')).toBe(code('Ctrl+Shift+KeyY'))
    // What is plain on one keyboard needs Shift or AltGr on another.
    expect(pressed('fr', 'Ctrl+1')).toBe(code('Ctrl+Shift+Digit1'))
    expect(pressed('de', 'Ctrl+[')).toBe(code('Ctrl+AltGr+Digit8'))
    expect(pressed('de', 'Ctrl+/')).toBe(code('Ctrl+Shift+Digit7'))
    expect(pressed('de', 'Ctrl+;')).toBe(code('Ctrl+Shift+Comma'))
    // With Shift the plain sign of a key is meant, as long as a key has it plain.
    expect(pressed('uk', "Ctrl+Shift+'")).toBe(code('Ctrl+Shift+Quote'))
    expect(pressed('de', 'Ctrl+F5')).toBe('Ctrl+F5')
    expect(pressed('us', 'Ctrl+Letter:ö')).toBe(code('Ctrl+Letter:ö'))
    expect(pressed('de', 'Ctrl+Letter:ö')).toBe(code('Ctrl+Semicolon'))
  })

  test('leave a chord as it is on the keyboard that it was said for', () => {
    const typed = KEYS.filter(({ code }) => legendOf('us', code)?.plain).map(({ code }) => code)
    fc.assert(
      fc.property(
        fc.constantFrom(...typed),
        fc.subarray(['Ctrl', 'Alt', 'Shift', 'Meta'] as const),
        (code, modifiers) => {
          const chord = { modifiers, code }
          const meant = chordByLegend('us', chord)
          // Two keys of the ISO form carry the same sign; the first of them is meant.
          expect(legendOf('us', meant.code)?.plain).toBe(legendOf('us', code)?.plain)
          expect(meant.modifiers).toEqual(modifiers)
        },
      ),
    )
  })
})
