import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { drawnActs } from '../run/exampleActs'
import { controlFields, isControlStep, joinSteps, LONGEST_TEXT, stepSchema } from '.'
import type { Step } from '.'

const made = (fields: object, id = 's1'): Step => stepSchema.parse({ id, ...fields })
const joined = (first: object, second: object) => {
  const step = joinSteps(made(first, 'a'), made(second, 'b'))
  return step && { ...step }
}

describe('two steps in a row', () => {
  test('what is typed into the same program goes on, as far as one step may', () => {
    const typing = (text: string, programId = 'book') => ({ kind: 'text.type', text, programId })
    expect(joined(typing('Sky '), typing('clear'))).toMatchObject({ id: 'b', text: 'Sky clear' })
    expect(joined(typing('Sky '), typing('clear', 'chart'))).toBeUndefined()
    const half = 'x'.repeat(LONGEST_TEXT / 2)
    expect(joined(typing(half), typing(half))).toMatchObject({ text: half + half })
    expect(joined(typing(half), typing(`${half}x`))).toBeUndefined()
  })

  test('keys that are sent to the same program go on, up to 200', () => {
    const keys = (chords: string[], programId = '') => ({ kind: 'keys.send', chords, programId })
    expect(joined(keys(['Ctrl+S']), keys(['Tab', 'Enter']))).toMatchObject({ chords: ['Ctrl+S', 'Tab', 'Enter'] })
    expect(joined(keys(['Ctrl+S']), keys(['Tab'], 'book'))).toBeUndefined()
    const hundred = Array.from({ length: 100 }, () => 'Tab')
    expect(joined(keys(hundred), keys(hundred))).toMatchObject({ chords: [...hundred, ...hundred] })
    expect(joined(keys(hundred), keys([...hundred, 'Tab']))).toBeUndefined()
  })

  test('where a window goes: the second says what the first has not said, and stands where both say it', () => {
    const which = { kind: 'front' }
    const first = { kind: 'windows.place', which, desktop: 2, place: { kind: 'own' } }
    const second = { kind: 'windows.place', which, place: { kind: 'named', name: 'left' } }
    expect(joined(first, second)).toMatchObject({ id: 'b', desktop: 2, place: { kind: 'named', name: 'left' } })
    expect(joined(first, { ...second, which: { kind: 'program', programId: 'book' } })).toBeUndefined()
  })

  test('a control that is set twice is set once; one that goes the other way twice counts twice', () => {
    const set = (value: number) => controlFields('mic', 'gain', { kind: 'set', value })
    expect(joined(set(10), set(20))).toMatchObject({ id: 'b', to: { kind: 'set', value: 20 } })
    expect(joined(set(10), controlFields('mic', 'mute', { kind: 'set', value: true }))).toBeUndefined()
    expect(joined(set(10), controlFields('lamp', 'gain', { kind: 'set', value: 20 }))).toBeUndefined()
    const up = controlFields('mic', 'gain', { kind: 'step', by: 5 })
    expect(joined(up, up)).toBeUndefined()
    expect(joined(set(10), up)).toBeUndefined()
    expect(joined(up, set(10))).toBeUndefined()
  })

  test('a desktop that is gone to by its number stands in the place of any before; the next one counts from there', () => {
    const go = (to: object) => ({ kind: 'desktop.go', to })
    expect(joined(go({ kind: 'next' }), go({ kind: 'number', desktop: 2 }))).toMatchObject({ to: { desktop: 2 } })
    expect(joined(go({ kind: 'number', desktop: 2 }), go({ kind: 'next' }))).toBeUndefined()
  })

  test('of other kinds, or of two kinds, both count', () => {
    expect(joined({ kind: 'message.show', text: 'a' }, { kind: 'message.show', text: 'a' })).toBeUndefined()
    expect(joined({ kind: 'message.show', text: 'a' }, { kind: 'text.type', text: 'a', programId: '' })).toBeUndefined()
  })

  test('whatever is joined is a step of that kind that the schema takes, with the id of the second', () => {
    const pairs = fc.constantFrom(...Object.values(drawnActs)).chain((drawn) => fc.tuple(drawn, drawn))
    fc.assert(
      fc.property(pairs, ([first, second]) => {
        const step = joinSteps(made(first, 'a'), made(second, 'b'))
        if (!step) return
        expect(step).toMatchObject({ id: 'b', kind: second.kind })
        expect(stepSchema.parse(step)).toEqual(step)
      }),
      { numRuns: 400 },
    )
  })
})

test('a step that alters controls is told from all others', () => {
  expect(isControlStep(made(controlFields('mic', 'mute', { kind: 'toggle', whenUnknown: true })))).toBe(true)
  expect(isControlStep(made({ kind: 'message.show', text: 'a' }))).toBe(false)
})
