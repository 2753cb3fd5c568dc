import { describe, expect, test } from 'vitest'
import { LEGEND_IDS, legendOf, pressFor, signOf } from '.'
import type { Modifier } from '.'

describe('what a key types', () => {
  test.each<[(typeof LEGEND_IDS)[number], string, Modifier[], string | undefined]>([
    ['us', 'KeyA', [], 'a'],
    ['us', 'KeyA', ['Shift'], 'A'],
    ['us', 'Digit2', ['Shift'], '@'],
    ['us', 'Semicolon', [], ';'],
    ['us', 'KeyA', ['AltGr'], undefined],
    ['uk', 'Digit4', ['AltGr'], '€'],
    ['de', 'KeyY', [], 'z'],
    ['de', 'KeyQ', ['AltGr'], '@'],
    ['de', 'Digit7', ['Shift'], '/'],
    ['de', 'Semicolon', ['Shift'], 'Ö'],
    ['fr', 'Digit1', ['Shift'], '1'],
    ['fr', 'KeyQ', [], 'a'],
    ['us', 'Space', [], ' '],
    ['us', 'Enter', [], '\n'],
    ['us', 'NumpadEnter', ['Shift'], '\n'],
    ['us', 'Tab', [], '\t'],
    // Going back through fields types nothing.
    ['us', 'Tab', ['Shift'], undefined],
    ['us', 'Numpad7', [], '7'],
    ['us', 'NumpadDecimal', [], '.'],
    ['us', 'KeyA', ['Ctrl'], undefined],
    ['us', 'KeyA', ['Alt', 'Shift'], undefined],
    ['us', 'ArrowLeft', [], undefined],
    ['us', 'ShiftLeft', [], undefined],
  ])('%s: %s with %j is %j', (legends, code, modifiers, sign) => {
    expect(signOf(legends, code, modifiers)).toBe(sign)
  })
})

describe('how a sign is typed', () => {
  test('by a press that types it, for every sign on every keyboard', () => {
    for (const id of LEGEND_IDS) {
      const signs = 'abcdefghijklmnopqrstuvwxyzABCZ0123456789 \n\t.,;:!?-+*/'.split('')
      for (const sign of signs) {
        const press = pressFor(id, sign)
        expect([id, sign, press !== undefined]).toEqual([id, sign, true])
        expect([id, sign, signOf(id, press!.code, press!.modifiers)]).toEqual([id, sign, sign])
      }
    }
  })

  test('plainly before with Shift, with Shift before with AltGr; and not at all where no key has it', () => {
    expect(pressFor('us', 'a')).toEqual({ code: 'KeyA', modifiers: [] })
    expect(pressFor('us', '?')).toEqual({ code: 'Slash', modifiers: ['Shift'] })
    expect(pressFor('de', '?')).toEqual({ code: 'Minus', modifiers: ['Shift'] })
    expect(pressFor('de', '{')).toEqual({ code: 'Digit7', modifiers: ['AltGr'] })
    expect(pressFor('us', 'ö')).toBeUndefined()
    expect(pressFor('us', '☾')).toBeUndefined()
    expect(legendOf('de', 'Digit7')!.altGr).toBe('{')
  })
})
