import { expect, test } from 'vitest'
import { hashOf } from '.'

test('a text has the hash that is published for it, and another one from another beginning', () => {
  expect(['', 'a', 'foobar'].map((text) => hashOf(text))).toEqual([0x811c9dc5, 0xe40c292c, 0xbf9cf968])
  expect(hashOf('foobar', 0x01234567)).not.toBe(hashOf('foobar'))
})
