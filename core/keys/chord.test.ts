import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { valueOf } from '../result'
import { chordId, formatChord, formatSequence, KEYBOARDS, KEYS, MODIFIERS, parseChord, parseSequence } from '.'
import type { Chord } from '.'

const chords = fc.record({
  modifiers: fc.subarray([...MODIFIERS]),
  code: fc.constantFrom(...KEYS.map((key) => key.code)),
})

function codesOf(text: string): (string | number | undefined)[][] {
  const result = parseChord(text)
  return result.ok ? [] : result.issues.map((issue) => [issue.code, issue.at])
}

describe('laws', () => {
  test('parsing what was printed gives the chord back, also by code and in any case', () => {
    fc.assert(
      fc.property(chords, fc.boolean(), (chord, byCode) => {
        const text = byCode ? [...chord.modifiers, chord.code].join('+') : formatChord(chord)
        expect(parseChord(text.toLowerCase())).toEqual({ ok: true, value: chord })
      }),
    )
  })

  test('a sequence of up to four chords survives printing and parsing, with spaces around the plus signs or not', () => {
    fc.assert(
      fc.property(fc.array(chords, { minLength: 1, maxLength: 4 }), fc.boolean(), (sequence, spaced) => {
        const text = formatSequence(sequence)
        expect(valueOf(parseSequence(spaced ? text.replaceAll('+', ' + ') : text))).toEqual(sequence)
      }),
    )
  })

  test('equal chords have equal ids, others do not', () => {
    fc.assert(
      fc.property(chords, chords, (one: Chord, other: Chord) => {
        const shuffled = { ...one, modifiers: one.modifiers.toReversed() }
        expect(chordId(shuffled)).toBe(chordId(one))
        expect(chordId(one) === chordId(other)).toBe(formatChord(one) === formatChord(other))
      }),
    )
  })

  test('anything typed is either a chord or says where it is wrong', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const result = parseChord(text)
        if (!result.ok)
          for (const issue of result.issues) expect(issue.at).toBeLessThanOrEqual(Math.max(text.length, 0))
      }),
    )
  })
})

describe('examples', () => {
  test.each([
    ['Ctrl+Alt+M', ['Ctrl', 'Alt'], 'KeyM', 'Ctrl+Alt+M'],
    ['alt + control + m', ['Ctrl', 'Alt'], 'KeyM', 'Ctrl+Alt+M'],
    ['cmd+arrowup', ['Meta'], 'ArrowUp', 'Meta+Up'],
    ['F9', [], 'F9', 'F9'],
    ['volumemute', [], 'AudioVolumeMute', 'AudioVolumeMute'],
    ['Shift+esc', ['Shift'], 'Escape', 'Shift+Escape'],
    ['ctrl+;', ['Ctrl'], 'Semicolon', 'Ctrl+;'],
    ['Mouse4', [], 'Mouse4', 'Mouse4'],
  ])('%s', (text, modifiers, code, printed) => {
    const chord = valueOf(parseChord(text))
    expect(chord).toEqual({ modifiers, code })
    expect(formatChord(chord)).toBe(printed)
  })

  test('what does not parse says what and where', () => {
    expect(codesOf('')).toEqual([['chord-empty', 0]])
    expect(codesOf('Ctrl+')).toEqual([['key-missing', 5]])
    expect(codesOf('Ctrl+Ctrl+M')).toEqual([['modifier-twice', 5]])
    expect(codesOf('Ctrl+Alt')).toEqual([['key-missing', 8]])
    expect(codesOf('Ctrl+Wurzel')).toEqual([['key-unknown', 5]])
    expect(codesOf('Ctrl+A+B')).toEqual([['key-twice', 7]])
  })

  test('an unknown key names the nearest known one', () => {
    const result = parseChord('Ctrl+Escpe')
    expect(!result.ok && result.issues[0]!.message).toContain('Did you mean “Escape”?')
  })

  test('issues of a sequence count in the whole text, and a fifth chord is too many', () => {
    const wrong = parseSequence('Meta+O Ctrl+Ctrl+E')
    expect(!wrong.ok && wrong.issues.map((issue) => [issue.code, issue.at])).toEqual([['modifier-twice', 12]])
    const long = parseSequence('A B C D E')
    expect(!long.ok && long.issues.map((issue) => [issue.code, issue.at])).toEqual([['sequence-long', 8]])
  })

  test('larger keyboards have every key of smaller ones; ISO has the key left of Z', () => {
    const codes = (id: string) => KEYBOARDS.find((keyboard) => keyboard.id === id)!.codes
    expect([...codes('ansi-60')].every((code) => codes('ansi-full').has(code))).toBe(true)
    expect(codes('ansi-tkl').has('F5')).toBe(true)
    expect(codes('ansi-65').has('F5')).toBe(false)
    expect([codes('iso-60').has('IntlBackslash'), codes('ansi-60').has('IntlBackslash')]).toEqual([true, false])
  })
})
