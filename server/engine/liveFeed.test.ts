import { expect, test } from 'vitest'
import type { LiveEvent } from '../../contract'
import { LiveFeed } from './liveFeed'

const bench = (version: number, size = 0): LiveEvent => ({
  type: 'bench',
  version,
  changes: [{ kind: 'message.show', message: { id: `m${version}`, text: 'x'.repeat(size) } }] as never,
})

function listen(feed: LiveFeed, after?: string): { texts: string[]; leave: () => void } {
  const texts: string[] = []
  return { texts, leave: feed.subscribe({ send: (text) => texts.push(text), end: () => texts.push('end') }, after) }
}
const numbersOf = (texts: readonly string[]) => texts.map((text) => /^id: (.*)\n/.exec(text)?.[1])

test('events are numbered and told in order; who was away gets what it missed, and no more', () => {
  const feed = new LiveFeed('first')
  const { texts, leave } = listen(feed)
  for (const version of [1, 2, 3]) feed.publish(bench(version))
  expect(numbersOf(texts)).toEqual(['first:1', 'first:2', 'first:3'])
  expect(numbersOf(listen(feed, 'first:1').texts)).toEqual(['first:2', 'first:3'])
  expect(listen(feed, feed.sequence).texts).toEqual([])
  leave()
  feed.publish(bench(4))
  expect(texts).toHaveLength(3)
})

test.each(['second:1', 'first:9', 'first:x', 'nonsense', 'first:-1'])('who was elsewhere (%s) asks anew', (after) => {
  const feed = new LiveFeed('first')
  feed.publish(bench(1))
  expect(listen(feed, after).texts.map((text) => text.split('data: ')[1])).toEqual(['{"type":"reset"}\n\n'])
})

test('what is kept is bounded by its size, not by its number', () => {
  const large = new LiveFeed('large')
  for (let version = 1; version <= 1600; version += 1) large.publish(bench(version, 70_000))
  expect(listen(large, 'large:1590').texts).toHaveLength(10)
  expect(listen(large, 'large:1300').texts[0]).toContain('reset')
  const small = new LiveFeed('small')
  for (let version = 1; version <= 10_000; version += 1) small.publish(bench(version))
  expect(listen(small, 'small:1').texts).toHaveLength(9999)
})

test('an event that is larger than all that may be kept is told, and then asked for anew', () => {
  const feed = new LiveFeed('a')
  const { texts } = listen(feed)
  feed.publish(bench(1, 9_000_000))
  expect(texts).toHaveLength(1)
  expect(listen(feed, 'a:0').texts[0]).toContain('reset')
  feed.publish(bench(2))
  expect(numbersOf(listen(feed, 'a:1').texts)).toEqual(['a:2'])
})

test('all streams end when it is closed', () => {
  const feed = new LiveFeed('a')
  const { texts } = listen(feed)
  feed.close()
  feed.publish(bench(1))
  expect(texts).toEqual(['end'])
})
