// Changes of the bench as fifty open tabs get them: none is missed, and how long each is on its way.
import type { LiveEvent } from '../contract'
import { apiOf } from '../tests/support/api'
import { startServer } from '../tests/support/startServer'
import { percentile, table } from './measure'

const TABS = 50
const CHANGES = 1000

const server = await startServer()
const call = apiOf(server.url)
const { version: firstVersion } = (await call<{ version: number }>('GET', '/api/bench')).body
/** When each tab got each version, and when the change was sent. */
const sentAt = new Map<number, number>()
const onWayMs: number[] = []
const versions = Array.from({ length: TABS }, (): number[] => [])
const abort = new AbortController()
const tabs = versions.map(async (got) => {
  const response = await fetch(`${server.url}/api/events`, { signal: abort.signal })
  let text = ''
  for await (const chunk of response.body!.pipeThrough(new TextDecoderStream())) {
    const now = performance.now()
    const blocks = (text + chunk).split('\n\n')
    text = blocks.pop()!
    for (const block of blocks) {
      const data = /^data: (.*)$/m.exec(block)?.[1]
      const event = data === undefined ? undefined : (JSON.parse(data) as LiveEvent)
      if (event?.type !== 'bench') continue
      got.push(event.version)
      onWayMs.push(now - sentAt.get(event.version)!)
    }
    if (got.length === CHANGES) return
  }
})
// The streams are open before the first change.
await new Promise((resolve) => setTimeout(resolve, 500))
for (let i = 1; i <= CHANGES; i++) {
  sentAt.set(firstVersion + i, performance.now())
  await call('POST', '/api/bench/changes', {
    changes: [{ kind: 'device.set', deviceId: 'desk-speakers', controlId: 'volume', value: i % 2 === 0 ? 35 : 45 }],
  })
}
await Promise.race([Promise.all(tabs), new Promise((resolve) => setTimeout(resolve, 10_000))])
abort.abort()
await Promise.allSettled(tabs)
await server.stop()

const wanted = Array.from({ length: CHANGES }, (_, i) => firstVersion + i + 1)
const whole = versions.filter(
  (got) => got.length === CHANGES && got.every((version, i) => version === wanted[i]),
).length
console.log(
  table(
    [
      `${CHANGES.toLocaleString('en')} changes to ${TABS} tabs, ms from the request to the tab`,
      'p50',
      'p95',
      'p99',
      'tabs that got each once, in order',
      'aim, p95',
    ],
    [
      [
        'change to tab',
        percentile(onWayMs, 0.5),
        percentile(onWayMs, 0.95),
        percentile(onWayMs, 0.99),
        `${whole} of ${TABS}`,
        '100',
      ],
    ],
  ),
)
