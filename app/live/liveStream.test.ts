import { expect, test } from 'vitest'
import type { LiveEvent } from '../../contract'
import { LiveStream } from './liveStream'
import type { Source } from './liveStream'

const event = (version: number): LiveEvent => ({ type: 'bench', version, changes: [] })

/** A stream over hand-driven sources, and tabs that write down what they get. */
function setUp() {
  const sources: (Source & { after: string; isClosed: boolean })[] = []
  const waiting: (() => void)[] = []
  const stream = new LiveStream(
    (after) => {
      const source = {
        after,
        isClosed: false,
        readyState: 1,
        onmessage: null,
        onopen: null,
        onerror: null,
        close: () => {
          source.isClosed = true
        },
      } as (typeof sources)[number]
      sources.push(source)
      return source
    },
    (work) => waiting.push(work),
  )
  const tab = (after: string) => {
    const got: string[] = []
    const leave = stream.join(after, {
      event: (id, { type }) => got.push(type === 'reset' ? 'reset' : id),
      open: (isOpen) => got.push(isOpen ? 'open' : 'shut'),
    })
    return { got, leave }
  }
  const send = (id: string, live: LiveEvent) =>
    sources.at(-1)!.onmessage!({ lastEventId: id, data: JSON.stringify(live) } as MessageEvent<string>)
  return { sources, waiting, tab, send }
}

test('tabs share one source; one that joins later gets what it lacks, each event once', () => {
  const { sources, tab, send } = setUp()
  const first = tab('a:5')
  sources[0]!.onopen!(new Event('open'))
  send('a:6', event(1))
  send('a:7', event(2))
  const second = tab('a:6')
  const third = tab('a:7')
  send('a:8', event(3))
  expect([first.got, second.got, third.got]).toEqual([
    ['open', 'a:6', 'a:7', 'a:8'],
    ['a:7', 'open', 'a:8'],
    ['open', 'a:8'],
  ])
  expect(sources.map((source) => source.after)).toEqual(['a:5'])
  first.leave()
  second.leave()
  expect(sources[0]!.isClosed).toBe(false)
  third.leave()
  expect(sources[0]!.isClosed).toBe(true)
})

test('a tab older than what is kept is told to read anew; so is every tab when the server was started anew', () => {
  const { sources, tab, send } = setUp()
  const first = tab('a:5')
  expect(tab('a:3').got).toEqual(['reset'])
  send('b:0', { type: 'reset' })
  expect(first.got).toEqual(['reset'])
  expect(sources[0]!.isClosed).toBe(true)
  const again = tab('b:0')
  send('b:1', event(1))
  expect([again.got, sources[1]!.after]).toEqual([['b:1'], 'b:0'])
})

test('a refused stream is opened again from the last event seen', () => {
  const { sources, waiting, tab, send } = setUp()
  const { got } = tab('a:5')
  send('a:6', event(1))
  Object.assign(sources[0]!, { readyState: 2 })
  sources[0]!.onerror!(new Event('error'))
  waiting[0]!()
  expect([got, sources.map((source) => source.after)]).toEqual([
    ['a:6', 'shut'],
    ['a:5', 'a:6'],
  ])
  // One that joins meanwhile is told that it is cut off.
  expect(tab('a:6').got).toEqual(['shut'])
})
