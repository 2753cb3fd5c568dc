// The launcher in the browser: a key until its hits are painted, and how long the page is held up, over few and many
// things in the same run; and the rack with 10,000 plates.
import type { Browser, Page } from 'puppeteer-core'
import { openBrowser } from '../tests/support/openBrowser'
import { startServer } from '../tests/support/startServer'
import { largeStore } from './largeStore'
import { percentile, table } from './measure'

const SIZES = [
  { levers: 100, frames: 20, programs: 14, files: 0 },
  { levers: 10_000, frames: 20, programs: 200, files: 90_000 },
]
const NOTHING_MS = 1500
const QUERIES = [
  'veil',
  'dome de',
  'ar',
  'nroth',
  'comet 4',
  'archive/moon',
  'purpose 77',
  'atlsa',
  'vb',
  'guide star 12',
]

/** In the page: from a key to the paint after the board shows what belongs to what was typed, and long tasks. */
const watch = `(() => {
  window.longMs = 0
  new PerformanceObserver(list => { for (const entry of list.getEntries()) window.longMs = Math.max(window.longMs, entry.duration) })
    .observe({ type: 'longtask', buffered: true })
})()`

async function typed(page: Page): Promise<number[]> {
  const times: number[] = []
  for (const query of QUERIES) {
    for (const key of query) {
      await page.evaluate(`(() => {
        window.shownAfterMs = undefined
        const board = document.querySelector('#launcher-board')
        const begin = event => {
          const done = () => requestAnimationFrame(() => { window.shownAfterMs = performance.now() - event.timeStamp })
          const watcher = new MutationObserver(() => { watcher.disconnect(); clearTimeout(timer); done() })
          watcher.observe(board, { subtree: true, childList: true, characterData: true, attributes: true })
          const timer = setTimeout(() => { watcher.disconnect(); done() }, ${NOTHING_MS})
        }
        addEventListener('keydown', begin, { capture: true, once: true })
      })()`)
      await page.keyboard.press(key as never)
      const handle = await page.waitForFunction('window.shownAfterMs', { polling: 5, timeout: 60_000 })
      const ms = (await handle.jsonValue()) as number
      // A key that alters nothing on the board cannot be seen to be done.
      if (ms < NOTHING_MS) times.push(ms)
    }
    await page.keyboard.down('Control')
    await page.keyboard.press('a')
    await page.keyboard.up('Control')
    await page.keyboard.press('Backspace')
    await new Promise((resolve) => setTimeout(resolve, 60))
  }
  return times
}

async function measure(browser: Browser, size: (typeof SIZES)[number]): Promise<string[]> {
  const server = await startServer(await largeStore(size))
  const page = await browser.newPage()
  await page.evaluateOnNewDocument(watch)
  await page.goto(`${server.url}/levers`)
  await page.waitForSelector('.lever', { timeout: 60_000 })
  await page.evaluate('window.longMs = 0')
  const startedAt = performance.now()
  await page.keyboard.press('F2')
  await page.waitForFunction(
    () => !document.querySelector('#launcher-board')?.textContent?.includes('Taking in files'),
    { polling: 20, timeout: 60_000 },
  )
  await page.waitForSelector('[data-found]')
  const builtMs = performance.now() - startedAt
  await new Promise((resolve) => setTimeout(resolve, 3000))
  const gatherMs = (await page.evaluate('window.longMs')) as number
  await page.evaluate('window.longMs = 0')
  const times = await typed(page)
  const longMs = (await page.evaluate('window.longMs')) as number
  await page.keyboard.press('Escape')
  const rackAt = performance.now()
  await page.keyboard.press('F8')
  await page.waitForSelector('.cell', { timeout: 60_000 })
  const rackMs = performance.now() - rackAt
  const nodes = (await page.evaluate('document.querySelectorAll("*").length')) as number
  const session = await page.createCDPSession()
  await session.send('HeapProfiler.collectGarbage')
  const { JSHeapUsedSize } = await page.metrics()
  await page.close()
  await server.stop()
  const ms = (value: number) => value.toFixed(0)
  return [
    `${size.levers.toLocaleString('en')} levers, ${size.files.toLocaleString('en')} files`,
    ms(builtMs),
    ms(gatherMs),
    `${ms(percentile(times, 0.5))}; ${ms(percentile(times, 0.95))}`,
    ms(longMs),
    ms(rackMs),
    nodes.toLocaleString('en'),
    `${((JSHeapUsedSize ?? 0) / 1e6).toFixed(0)} MB`,
  ]
}

const browser = await openBrowser()
try {
  const rows: string[][] = []
  for (const size of SIZES) rows.push(await measure(browser, size))
  const heads = [
    'store',
    'F2 to the whole index',
    'longest task meanwhile',
    'key to its hits, p50; p95',
    'longest task meanwhile',
    'F8 to the rack',
    'nodes',
    'heap of the page',
  ]
  console.log(table(heads, rows))
} finally {
  await browser.close()
}
