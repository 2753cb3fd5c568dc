import { describe, expect, test } from 'vitest'
import type { Modifier } from '../keys'
import { keySettingsSchema } from '../levers'
import { exampleFrame } from '../levers/exampleFrame'
import { exampleLever } from '../levers/exampleLever'
import { createProbe } from './probe'

/** What rules make of keys, and of triggers, with who is told for it. */

type Rule = Record<string, unknown>
const keys = keySettingsSchema.parse({})
const desk = (rules: Rule[], on = true) => exampleFrame(rules, { on })
const night = (rules: Rule[], on = true) => exampleFrame(rules, { id: 'night', name: 'Night', position: 0, on })
const DESK = { kind: 'frame', id: 'desk', name: 'Desk' }
const NIGHT = { kind: 'frame', id: 'night', name: 'Night' }
const disable = (key: string, part: Rule = {}) => ({ kind: 'disable', key, ...part })
const remap = (from: string, to: string, part: Rule = {}) => ({ kind: 'remap', from, to, ...part })
const types = (chord: string, text: string, part: Rule = {}) => ({ kind: 'type', chord, text, ...part })

describe('a key that is pressed', () => {
  const pressed = (frames: ReturnType<typeof desk>[], code: string, modifiers: Modifier[] = []) =>
    createProbe(frames, keys).pressed(code, modifiers)

  test('is itself, with its modifiers, where no rule is about it', () => {
    const plain = { kind: 'chord', chord: { modifiers: ['Ctrl', 'Shift'], code: 'F8' } }
    expect(pressed([desk([])], 'F8', ['Ctrl', 'Shift'])).toEqual(plain)
    expect(pressed([desk([disable('KeyZ')])], 'F8', ['Ctrl', 'Shift'])).toEqual(plain)
  })

  test('is nothing where a rule disables it, and that rule is told', () => {
    const found = { kind: 'disabled', rule: { owner: DESK, words: 'disabled' } }
    expect(pressed([desk([disable('F8')])], 'F8')).toEqual(found)
    expect(pressed([night([disable('KeyZ'), types('Q', 'q')]), desk([disable('F8')])], 'F8')).toEqual(found)
    expect(pressed([night([disable('F8')], false), desk([disable('F8')])], 'F8')).toEqual(found)
  })

  test('is told by the rule that holds for it, and not by one of a layer or of another keyboard', () => {
    const others = [disable('F8', { layer: 'CapsLock' }), disable('F8', { keyboard: 'pad' })]
    expect(pressed([night(others), desk([disable('F8')])], 'F8')).toEqual({
      kind: 'disabled',
      rule: { owner: DESK, words: 'disabled' },
    })
    expect(pressed([night(others)], 'F8')).toEqual({ kind: 'chord', chord: { modifiers: [], code: 'F8' } })
    const elsewhere = [remap('F8', 'F7', { layer: 'CapsLock' }), remap('F8', 'F6', { keyboard: 'pad' })]
    expect(pressed([night(elsewhere), desk([remap('F8', 'F9')])], 'F8')).toEqual({
      kind: 'chord',
      chord: { modifiers: [], code: 'F9' },
      rule: { owner: DESK, words: 'is F9' },
    })
    const typed = [types('F8', 'a', { layer: 'CapsLock' }), types('F8', 'b', { keyboard: 'pad' })]
    expect(pressed([night(typed), desk([types('F8', 'c')])], 'F8')).toMatchObject({
      rule: { owner: DESK, words: 'types “c”' },
    })
  })

  test('is another one where a rule says so, with modifiers kept; a modifier is no chord any more', () => {
    const frames = [night([remap('KeyQ', 'F7'), disable('KeyZ')]), desk([remap('F8', 'F9'), remap('F7', 'ShiftLeft')])]
    expect(pressed(frames, 'F8', ['Alt'])).toEqual({
      kind: 'chord',
      chord: { modifiers: ['Alt'], code: 'F9' },
      rule: { owner: DESK, words: 'is F9' },
    })
    expect(pressed(frames, 'F7')).toMatchObject({ kind: 'replaced', rule: { owner: DESK } })
  })

  test('types what a rule has for the chord, and only for that', () => {
    const frames = [night([types('Q', 'q'), types('Ctrl+F8', 'x')]), desk([types('F8', 'µ')])]
    expect(pressed(frames, 'F8')).toEqual({
      kind: 'chord',
      chord: { modifiers: [], code: 'F8' },
      rule: { owner: DESK, words: 'types “µ”' },
    })
    expect(pressed(frames, 'F8', ['Ctrl'])).toMatchObject({ rule: { owner: NIGHT, words: 'types “x”' } })
    expect(pressed(frames, 'F8', ['Alt'])).toEqual({ kind: 'chord', chord: { modifiers: ['Alt'], code: 'F8' } })
  })

  test('is told to be held for something where it is only tapped', () => {
    const hold = (key: string, modifier: string) => ({
      kind: 'tap-hold',
      key,
      tap: null,
      hold: { kind: 'modifiers', modifiers: [modifier] },
    })
    expect(pressed([night([hold('KeyG', 'Alt')]), desk([hold('KeyF', 'Ctrl')])], 'KeyF')).toEqual({
      kind: 'chord',
      chord: { modifiers: [], code: 'KeyF' },
      rule: { owner: DESK, words: 'held: Ctrl' },
    })
  })
})

test('a row has its chords and no others; without rows none is in one', () => {
  const inRow = (rules: Rule[], code: string, modifiers: Modifier[] = []) =>
    createProbe([desk(rules)], keys).isInRow({ modifiers, code })
  const row = [{ kind: 'row', first: 'Ctrl+1', count: 3 }]
  expect(['Digit1', 'Digit3', 'Digit4'].map((code) => inRow(row, code, ['Ctrl']))).toEqual([true, true, false])
  expect([inRow(row, 'Digit1'), inRow([], 'Digit1', ['Ctrl'])]).toEqual([false, false])
})

describe('a trigger', () => {
  const ruledOut = (frames: ReturnType<typeof desk>[], trigger: Rule) => {
    const lever = exampleLever(1, trigger)
    return createProbe(frames, keys).ruledOut(lever, lever.triggers[0]!)
  }
  const F8 = { kind: 'chord', chord: 'F8' }

  test('is ruled out by a rule of its own frame also where others are on, and by one of another', () => {
    expect(ruledOut([night([]), desk([disable('F8')])], F8)).toEqual({ owner: DESK, words: 'disabled' })
    expect(ruledOut([night([disable('F8')]), desk([])], F8)).toEqual({ owner: NIGHT, words: 'disabled' })
  })

  test('of a frame that is off is looked at as if that was on, without rules of its own', () => {
    const about = types('Ctrl+F8', 'x')
    expect(ruledOut([night([about]), desk([], false)], F8)).toBeUndefined()
    expect(ruledOut([night([about]), desk([disable('F8')], false)], F8)).toBeUndefined()
    expect(ruledOut([night([disable('F8')]), desk([], false)], F8)).toEqual({ owner: NIGHT, words: 'disabled' })
  })

  test('of one keyboard is pressed on that', () => {
    const pad = { ...F8, keyboard: 'pad' }
    expect(ruledOut([desk([types('Ctrl+F8', 'x')])], pad)).toBeUndefined()
    expect(ruledOut([desk([disable('F8', { keyboard: 'pad' })])], pad)).toEqual({ owner: DESK, words: 'disabled' })
    expect(ruledOut([desk([disable('F8', { keyboard: 'other' })])], pad)).toBeUndefined()
  })

  test('that no keys type is not said to be ruled out', () => {
    const about = [types('Ctrl+Z', 'x')]
    expect(ruledOut([desk(about)], { kind: 'word', word: 'öz' })).toBeUndefined()
    expect(ruledOut([desk(about)], { kind: 'word', word: 'öz', endings: [] })).toBeUndefined()
  })

  test('that is a word is ruled out with and without a sign that ends it', () => {
    for (const endings of [['space'], []])
      expect(ruledOut([desk([disable('KeyR')])], { kind: 'word', word: 'brb', endings })).toMatchObject({ owner: DESK })
  })

  test('comes before what a rule types with its chord, and before the rules of its layer', () => {
    expect(ruledOut([desk([types('F8', 'x')])], F8)).toBeUndefined()
    const inLayer = { kind: 'layer', hold: 'F8', chord: 'E' }
    expect(ruledOut([desk([disable('KeyE', { layer: 'F8' })])], inLayer)).toBeUndefined()
    expect(ruledOut([desk([remap('KeyE', 'KeyQ', { layer: 'F8' })])], inLayer)).toBeUndefined()
    expect(ruledOut([desk([disable('F8')])], inLayer)).toEqual({ owner: DESK, words: 'disabled' })
  })

  test('with a modifier among keys together is ruled out by the product', () => {
    expect(ruledOut([desk([])], { kind: 'together', keys: ['ControlLeft', 'KeyE'] })!.owner).toEqual({
      kind: 'product',
      id: 'product',
      name: 'Keen Lever itself',
    })
  })

  test('is reached by a key that is tapped for its own', () => {
    const tap = { kind: 'tap-hold', key: 'KeyF', tap: 'F8', hold: { kind: 'layer' } }
    expect(ruledOut([desk([tap, remap('F8', 'F9')])], F8)).toBeUndefined()
    expect(ruledOut([desk([{ ...tap, tap: 'F7' }, remap('F8', 'F9')])], F8)).toMatchObject({ words: 'is F9' })
    expect(ruledOut([desk([{ kind: 'one-shot', key: 'ControlLeft' }, remap('F8', 'F9')])], F8)).toMatchObject({
      words: 'is F9',
    })
  })

  test('is held for as long as the slowest rule wants', () => {
    const slow = { kind: 'tap-hold', key: 'KeyF', tap: 'KeyF', hold: { kind: 'layer' }, holdMs: 900 }
    expect(ruledOut([desk([slow])], { kind: 'layer', hold: 'KeyF', chord: 'E' })).toBeUndefined()
    expect(ruledOut([desk([slow])], { kind: 'layer', hold: 'KeyF', chord: 'Ctrl+E' })).toBeUndefined()
  })
})
