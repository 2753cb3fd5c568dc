// A chord pressed in the browser until its window is visible there, and the size of what the first view loads.
import { gzipSync } from 'node:zlib'
import { openBrowser, openTab, press } from '../tests/support/openBrowser'
import { startServer } from '../tests/support/startServer'
import { percentile, table } from './measure'

const PRESSES = 50

const server = await startServer()
const browser = await openBrowser()
try {
  const first = await browser.newPage()
  const loaded = new Map<string, number>()
  first.on('response', async (response) => {
    if (response.url().endsWith('.js')) loaded.set(response.url(), gzipSync(await response.buffer()).length)
  })
  await first.goto(`${server.url}/levers`)
  await first.waitForSelector('.lever')
  await new Promise((resolve) => setTimeout(resolve, 500))
  await first.close()

  const page = await openTab(browser, server.url, '/bench')
  const times: number[] = []
  for (let i = 0; i < PRESSES; i++) {
    await page.evaluate(`(() => {
      window.shownAfterMs = undefined
      const count = document.querySelectorAll('.window').length
      let pressedAt
      addEventListener('keydown', event => { if (event.code === 'KeyE') pressedAt = event.timeStamp }, { capture: true, once: false })
      const look = () => document.querySelectorAll('.window').length > count ? requestAnimationFrame(() => { window.shownAfterMs = performance.now() - pressedAt }) : setTimeout(look, 1)
      look()
    })()`)
    await press(page, 'Ctrl+Alt+E')
    times.push((await (await page.waitForFunction('window.shownAfterMs', { polling: 5 })).jsonValue()) as number)
    await page.evaluate(`document.querySelector('.window.front [aria-label="Close"]').click()`)
    await page.waitForFunction(
      `!document.querySelector('.window.front')?.getAttribute('aria-label').startsWith('Grain')`,
    )
  }
  console.log(
    table(
      ['chord to visible window in the browser, ms', 'p50', 'p95', 'most'],
      [[`${PRESSES} presses`, percentile(times, 0.5), percentile(times, 0.95), Math.max(...times)]],
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
}
