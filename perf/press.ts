// A chord pressed in the browser until its window is visible there, beside a bare page in the same browser and run, and
// the size of what the first view loads.
import { gzipSync } from 'node:zlib'
import type { Page } from 'puppeteer-core'
import { openBrowser, openTab, press } from '../tests/support/openBrowser'
import { startServer } from '../tests/support/startServer'
import { startBarePage } from './barePage'
import { percentile, table } from './measure'
import { shownAfter } from './shownAfter'

const PRESSES = 120
/** The two are measured in turns, so that a slow moment of the machine meets both. */
const ROUNDS = 8
const KEY = { type: 'keydown', code: 'KeyE' } as const

async function product(page: Page): Promise<number> {
  const ms = await shownAfter(page, '.window', KEY, () => press(page, 'Ctrl+Alt+E'))
  await page.evaluate(`document.querySelector('.window.front [aria-label="Close"]').click()`)
  await page.waitForFunction(`!document.querySelector('.window.front')?.getAttribute('aria-label').startsWith('Grain')`)
  return ms
}

const server = await startServer()
const bare = await startBarePage()
const browser = await openBrowser()
try {
  const first = await browser.newPage()
  const loaded = new Map<string, number>()
  const sizes: Promise<unknown>[] = []
  first.on('response', (response) => {
    if (!response.url().endsWith('.js')) return
    sizes.push(response.buffer().then((bytes) => loaded.set(response.url(), gzipSync(bytes).length)))
  })
  await first.goto(`${server.url}/levers`)
  await first.waitForSelector('.lever')
  await new Promise((resolve) => setTimeout(resolve, 500))
  await Promise.all(sizes)
  await first.close()

  const barePage = await browser.newPage()
  await barePage.goto(bare.url)
  const page = await openTab(browser, server.url, '/bench')
  const times = { bare: [] as number[], product: [] as number[] }
  for (let round = 0; round < ROUNDS; round++) {
    await barePage.bringToFront()
    for (let i = 0; i < PRESSES / ROUNDS; i++)
      times.bare.push(await shownAfter(barePage, 'li', KEY, () => barePage.keyboard.press('KeyE')))
    await page.bringToFront()
    for (let i = 0; i < PRESSES / ROUNDS; i++) times.product.push(await product(page))
  }
  const row = (name: string, of: number[]) => [name, percentile(of, 0.5), percentile(of, 0.95), Math.max(...of)]
  const ratio = (share: number) => percentile(times.product, share) / percentile(times.bare, share)
  console.log(
    table(
      ['key to what it does on screen, ms', 'p50', 'p95', 'most'],
      [
        row('a bare page', times.bare),
        row('a chord until its window is visible', times.product),
        ['times as long (aim 2.5)', ratio(0.5), ratio(0.95), ''],
      ],
    ),
  )
  const bytes = [...loaded.values()].reduce((sum, size) => sum + size, 0)
  console.log(
    '\n' +
      table(['JavaScript of the first view', 'files', 'kB gzipped'], [['Levers', String(loaded.size), bytes / 1000]]),
  )
} finally {
  await browser.close()
  await server.stop()
  await bare.stop()
}
