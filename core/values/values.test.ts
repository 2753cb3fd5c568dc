import fc from 'fast-check'
import { expect, test } from 'vitest'
import { own } from '../result'
import { evaluateSum } from '../sums'
import type { Value } from '.'
import { flatTexts, isSameValue, listOf, textIn, textOfValue, valueAt, withTexts } from '.'

test('a value reads as a text, and its parts by dotted names', () => {
  expect([textOfValue(true), textOfValue(null), textOfValue(2.5)]).toEqual(['yes', '', '2.5'])
  expect(textOfValue(['a', 1])).toBe('a\n1')
  expect(textOfValue({ text: 'North', page: 'n' })).toBe('North')
  expect(textOfValue({ page: 'n' })).toBe('{"page":"n"}')
  const scope = { row: { text: 'x', list: ['a', { name: 'b' }] }, constructorless: 1 }
  expect(valueAt(scope, 'row.list.2.name')).toBe('b')
  expect(valueAt(scope, 'row.list.count')).toBe(2)
  expect(valueAt(scope, 'row.list.0')).toBe(undefined)
  expect(valueAt(scope, 'constructor.name')).toBe(undefined)
  expect(valueAt(scope, 'row.toString')).toBe(undefined)
  expect(Object.fromEntries(flatTexts('row', { text: 'x', inner: { a: 1 } }))).toEqual({
    row: 'x',
    'row.text': 'x',
    'row.inner': '{"a":1}',
    'row.inner.a': '1',
  })
  expect(withTexts({ a: '1', b: '2' }, { a: ['x', 'y'] })).toMatchObject({
    a: 'x\ny',
    'a.count': '2',
    'a.last': 'y',
    b: '2',
  })
})

test('anything is a list: a text by its lines, nothing as none', () => {
  expect(listOf('a\r\nb\n')).toEqual(['a', 'b'])
  expect(listOf('a\n\n')).toEqual(['a', ''])
  expect([listOf(''), listOf(null), listOf(5)]).toEqual([[], [], [5]])
})

test('values are the same whatever the order of their parts', () => {
  expect(isSameValue({ a: 1, b: [null, true] }, { b: [null, true], a: 1 })).toBe(true)
  expect(isSameValue({ a: 1 }, { a: 1, b: 2 })).toBe(false)
  expect(isSameValue(['a'], { 0: 'a' })).toBe(false)
})

test('sums are worked out as people write them, and nothing but sums', () => {
  const sum = (text: string, before?: number) => {
    const worked = evaluateSum(text, before)
    return worked.ok ? worked.value : worked.issues[0]!.code
  }
  expect([sum('2 * (3 + 4)'), sum('15 / 4'), sum('0.1 + 0.2'), sum('-3 ^ 2'), sum('12 % 5')]).toEqual([
    14, 3.75, 0.3, -9, 2,
  ])
  expect([sum('sqrt(16) + max(1, 2)'), sum('2 pi') === Number((2 * Math.PI).toPrecision(14))]).toEqual([6, true])
  expect([sum('* 2', 21), sum('+ 1', 21), sum('5', 21)]).toEqual([42, 22, 5])
  for (const text of [
    '',
    '1 +',
    'a',
    'f(x) = x',
    '1:1000000000',
    '[1, 2]',
    'import({})',
    'evaluate("1")',

    'a = 3; a',
    'cos.constructor("x")',
    '${n}',
  ])
    expect(sum(text)).toBe('sum-unreadable')
  expect([sum('1 / 0'), sum('sqrt(-1)'), sum('1 > 0')]).toEqual(['sum-no-number', 'sum-no-number', 'sum-no-number'])
})

test('lists in lists have no more names than can be told, however deep they are', () => {
  let deep: Value = ['end']
  for (let level = 0; level < 90; level++) deep = [level % 2 === 0 ? deep : { part: deep }]
  const texts = new Map(flatTexts('it', deep))
  expect(texts.size).toBeLessThan(1000)
  expect(texts.get('it.first.part.first.count')).toBe('1')
})

test('a text that is looked up by its name is the one that all texts put together have', () => {
  const name = fc.constantFrom('a', 'b', 'text', 'first', 'count', '1', '__proto__', 'toString')
  const { value } = fc.letrec<{ value: Value }>((tie) => ({
    value: fc.oneof(
      { depthSize: 'small', withCrossShrink: true },
      fc.oneof(fc.string(), fc.integer(), fc.boolean(), fc.constant(null)),
      fc.array(tie('value'), { maxLength: 3 }),
      fc.dictionary(name, tie('value'), { maxKeys: 3 }),
    ),
  }))
  const dotted = fc.array(name, { minLength: 1, maxLength: 8 }).map((parts) => parts.join('.'))
  fc.assert(
    fc.property(
      fc.dictionary(fc.constantFrom('a', 'b', 'text', 'toString'), value),
      fc.array(dotted),
      (scope, asked) => {
        const all = withTexts({}, scope)
        for (const each of [...asked, ...Object.keys(all)])
          expect([each, textIn(scope, each)]).toEqual([each, own(all, each)])
      },
    ),
    { numRuns: 300 },
  )
})
