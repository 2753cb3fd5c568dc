import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { canonicalJson, sameValue } from './canonicalJson'

/** Values as they are stored, with keys that are numbers, and some that are not said. */
const { value } = fc.letrec<{ value: unknown }>((tie) => ({
  value: fc.oneof(
    { depthSize: 'small' },
    fc.constantFrom(null, undefined, true, false, '', 'a', '"\\\n', -0, 1.5, NaN),
    fc.array(tie('value'), { maxLength: 4 }),
    fc.dictionary(fc.constantFrom('a', 'b', 'constructor', '10', '9', '01', '4294967294', '4294967295'), tie('value')),
  ),
}))

/** The same data with the fields of every object in another order. */
function turned(part: unknown): unknown {
  if (typeof part !== 'object' || part === null) return part
  if (Array.isArray(part)) return part.map(turned)
  return Object.fromEntries(
    Object.entries(part)
      .reverse()
      .map(([key, inner]) => [key, turned(inner)]),
  )
}

describe('canonical JSON', () => {
  test('is JSON of the same data, and the same in whatever order its fields were put there', () => {
    fc.assert(
      fc.property(value, (data) => {
        const text = canonicalJson(data)
        expect(text).toBe(canonicalJson(turned(data)))
        if (text !== undefined) expect(JSON.parse(text)).toEqual(JSON.parse(JSON.stringify(data)))
      }),
    )
  })

  test('has its keys in order, those that are numbers first, as objects have them', () => {
    fc.assert(
      fc.property(value, (data) => {
        const inOrder = JSON.stringify(data, (_key, part: unknown) =>
          part === null || typeof part !== 'object' || Array.isArray(part)
            ? part
            : Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1))),
        )
        expect(canonicalJson(data)).toBe(inOrder)
      }),
    )
    expect(canonicalJson({ b: 1, a: [{ d: undefined, c: undefined }], 10: 0, 9: 0 })).toBe(
      '{"9":0,"10":0,"a":[{}],"b":1}',
    )
  })
})

test('what is the same as text is the same value, but for what is not said', () => {
  fc.assert(
    fc.property(value, (data) => {
      const stored: unknown = data === undefined ? undefined : JSON.parse(canonicalJson(data))
      expect(sameValue(data, turned(data))).toBe(true)
      if (!JSON.stringify(data)?.includes('null')) expect(sameValue(stored, data)).toBe(true)
      expect(sameValue({ data }, { data, more: 1 })).toBe(false)
      expect(sameValue([data], [data, data])).toBe(false)
    }),
  )
})
