// The browser with 10,000 levers in 20 frames and 200 programs, beside 100 levers in the same run: first rows, keys, a
// chord, memory.
import type { Browser, Page } from 'puppeteer-core'
import { openBrowser, press } from '../tests/support/openBrowser'
import { startServer } from '../tests/support/startServer'
import { largeStore } from './largeStore'
import { percentile, table } from './measure'
import { shownAfter } from './shownAfter'

const SIZES = [
  { levers: 100, frames: 20, programs: 14 },
  { levers: 10_000, frames: 20, programs: 200 },
]
const KEYS = 40

/**
 * In the page: from a key's own time stamp until what it did is painted: the task after the next frame. It tells by
 * itself when that is, so that nothing asks it meanwhile.
 */
const watchKeys = `(() => {
  let told
  window.nextKey = () => new Promise(resolve => { told = resolve })
  addEventListener('keydown', event => {
    const pressedAt = event.timeStamp
    requestAnimationFrame(() => {
      const channel = new MessageChannel()
      channel.port1.onmessage = () => told?.(performance.now() - pressedAt)
      channel.port2.postMessage(0)
    })
  }, { capture: true })
})()`

async function firstRows(page: Page, url: string): Promise<number> {
  const startedAt = performance.now()
  await page.goto(`${url}/levers`, { waitUntil: 'commit' as never }).catch(() => page.goto(`${url}/levers`))
  await page.waitForSelector('.lever', { timeout: 60_000 })
  return performance.now() - startedAt
}

/** Types one key after the other, each when the one before is painted. */
async function typed(page: Page, keys: readonly string[]): Promise<number[]> {
  const times: number[] = []
  for (const key of keys) {
    // The promise is made before the key is pressed, and awaited after.
    await page.evaluate('void (window.painted = window.nextKey())')
    await page.keyboard.press(key as never)
    times.push((await page.evaluate('window.painted')) as number)
  }
  return times
}

const repeat = (keys: readonly string[]) => Array.from({ length: KEYS }, (_, i) => keys[i % keys.length]!)

async function chordTimes(page: Page): Promise<number[]> {
  const times: number[] = []
  for (let i = 0; i < 15; i++) {
    times.push(await shownAfter(page, '.window', { type: 'keydown', code: 'KeyE' }, () => press(page, 'Ctrl+Alt+E')))
    await page.evaluate(`document.querySelector('.window.front [aria-label="Close"]').click()`)
    await page.waitForFunction(
      `!document.querySelector('.window.front')?.getAttribute('aria-label').startsWith('Grain')`,
    )
  }
  return times
}

async function measure(browser: Browser, size: (typeof SIZES)[number]) {
  const server = await startServer(await largeStore(size))
  const rows: number[] = []
  const page = await browser.newPage()
  await page.evaluateOnNewDocument(watchKeys)
  for (let i = 0; i < 4; i++) rows.push(await firstRows(page, server.url))
  await new Promise((resolve) => setTimeout(resolve, 1500))
  await page.focus('[aria-label="Levers"]')
  const list = await typed(page, repeat(['ArrowDown', 'ArrowDown', 'PageDown', 'ArrowUp', 'End', 'Home']))
  const nodes = (await page.evaluate('document.querySelectorAll("*").length')) as number
  await page.focus('[aria-label="Filter the levers"]')
  const filter = await typed(page, repeat(['a', 't', 'l', 'Backspace', 'Backspace', 'Backspace', '7']))
  await page.evaluate(
    `(() => { const field = document.querySelector('[aria-label="Filter the levers"]'); field.select() })()`,
  )
  await page.keyboard.press('Backspace')
  await page.keyboard.press('F2')
  await new Promise((resolve) => setTimeout(resolve, 1500))
  const launcher = await typed(page, repeat(['c', 'h', 'a', 'Backspace', 'Backspace', 'r', 'd', 'Backspace']))
  await page.keyboard.press('Escape')
  const { JSHeapUsedSize: heapBytes } = await page.metrics()
  await page.goto(`${server.url}/levers/lever-1`)
  await page.waitForSelector('.editor-form input')
  await new Promise((resolve) => setTimeout(resolve, 1500))
  await page.focus('.editor-form input')
  const editor = await typed(page, repeat(['a', 'b', 'c', 'Backspace']))
  await page.goto(`${server.url}/bench`)
  await page.waitForSelector('.window')
  await new Promise((resolve) => setTimeout(resolve, 1500))
  const chord = await chordTimes(page)
  await page.close()
  await server.stop()
  if (process.env.KEEN_EACH === 'yes')
    for (const [name, times] of Object.entries({ rows, list, filter, launcher, editor, chord }))
      console.log(name, times.map((ms) => ms.toFixed(0)).join(' '))
  return { rows, list, filter, launcher, editor, chord, nodes, heapBytes: heapBytes! }
}

const browser = await openBrowser()
try {
  const [small, large] = [await measure(browser, SIZES[0]!), await measure(browser, SIZES[1]!)]
  const line = (name: string, of: 'rows' | 'list' | 'filter' | 'launcher' | 'editor' | 'chord', aim: string) => [
    name,
    percentile(small[of], 0.5),
    percentile(small[of], 0.95),
    percentile(large[of], 0.5),
    percentile(large[of], 0.95),
    aim,
  ]
  console.log(
    table(
      ['ms', '100 levers p50', 'p95', '10,000 levers p50', 'p95', 'aim (p95)'],
      [
        line('navigation to the first rows', 'rows', '2,000'),
        line('a key in the list', 'list', '50'),
        line('a key in the filter', 'filter', '50'),
        line('a key in the launcher', 'launcher', '50'),
        line('a key in the editor', 'editor', '50'),
        line('chord to visible window', 'chord', '100'),
      ],
    ),
  )
  console.log()
  console.log(
    table(
      ['', '100 levers', '10,000 levers', 'aim'],
      [
        ['nodes in the page', String(small.nodes), String(large.nodes), ''],
        ['heap of the tab, MB', small.heapBytes / 1e6, large.heapBytes / 1e6, '200'],
      ],
    ),
  )
} finally {
  await browser.close()
}
