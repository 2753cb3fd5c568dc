import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { fillTemplate, readTemplate, slot } from '.'
import type { Template } from '.'

const template = {
  programId: slot('program'),
  level: { kind: 'by', amount: slot('level.amount', 10), unit: slot('level.unit') },
  files: [slot('folder'), '*.exposure'],
  unsaved: 'save',
}

describe('a template', () => {
  test('is filled with what was said, with parts of it, and with what stands there where nothing was', () => {
    expect(fillTemplate(template, { program: 'book', level: { amount: 5, unit: '%' }, folder: '/in' })).toEqual({
      programId: 'book',
      level: { kind: 'by', amount: 5, unit: '%' },
      files: ['/in', '*.exposure'],
      unsaved: 'save',
    })
    expect(fillTemplate(template, {})).toEqual({
      level: { kind: 'by', amount: 10 },
      files: ['*.exposure'],
      unsaved: 'save',
    })
    expect(fillTemplate(slot('a.b'), { a: 'no record' })).toBeUndefined()
    expect(fillTemplate(slot('constructor'), {})).toBeUndefined()
    expect(fillTemplate(slot('off', true), { off: false })).toBe(false)
  })

  test('is read out of what it was filled to; what differs from its own words is not of it', () => {
    const whole = fillTemplate(template, { program: 'book', level: { amount: 5, unit: '%' }, folder: '/in' })
    expect(readTemplate(template, whole)).toEqual({ program: 'book', level: { amount: 5, unit: '%' }, folder: '/in' })
    const altered = (part: object) => readTemplate(template, { ...(whole as object), ...part })
    expect(altered({ unsaved: 'ask' })).toBeUndefined()
    expect(altered({ more: 1 })).toBeUndefined()
    expect(altered({ more: undefined })).toBeDefined()
    expect(altered({ files: ['/in'] })).toBeUndefined()
    expect(altered({ files: '/in' })).toBeUndefined()
    expect(altered({ level: null })).toBeUndefined()
    expect(altered({ programId: undefined })).toBeUndefined()
  })

  test('has a slot that stands in it twice filled alike', () => {
    const twice = { from: slot('place'), to: [slot('place')], part: slot('x.a'), again: slot('x.a') }
    expect(readTemplate(twice, { from: '/a', to: ['/a'], part: 1, again: 1 })).toEqual({ place: '/a', x: { a: 1 } })
    expect(readTemplate(twice, { from: '/a', to: ['/b'], part: 1, again: 1 })).toBeUndefined()
    expect(readTemplate(twice, { from: '/a', to: ['/a'], part: 1, again: 2 })).toBeUndefined()
  })

  test('comes back to what was said, whatever it is', () => {
    const name = fc.constantFrom('a', 'b', 'c', 'toString')
    const leaf = fc.oneof(
      name.map((one) => slot(one)),
      fc.constantFrom('word', 3, true),
    )
    const inner = fc.oneof(leaf, fc.dictionary(fc.constantFrom('x', 'y', 'z'), leaf, { noNullPrototype: true }))
    // A list in a list would be spread in it, so that there is none in a step.
    const tree: fc.Arbitrary<Template> = fc.dictionary(
      fc.constantFrom('x', 'y', 'z'),
      fc.oneof(inner, fc.array(inner, { maxLength: 3 })),
      { noNullPrototype: true },
    )
    const said = fc.record({
      a: fc.string(),
      b: fc.integer(),
      c: fc.boolean(),
      toString: fc.record({ inner: fc.string() }),
    })
    fc.assert(
      fc.property(tree, said, (drawn, slots) => {
        const read = readTemplate(drawn, fillTemplate(drawn, slots))
        expect(read).toBeDefined()
        for (const [key, value] of Object.entries(read!)) expect([key, value]).toEqual([key, slots[key as 'a']])
      }),
    )
  })
})
