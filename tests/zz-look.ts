import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { openBrowser, openTab, press } from './support/openBrowser'
import { startServer } from './support/startServer'
const server = await startServer(mkdtempSync(join(tmpdir(), 'zz-')))
const browser = await openBrowser()
const wait = (ms: number) => new Promise((r) => setTimeout(r, ms))
try {
  const page = await openTab(browser, server.url, '/levers/lever-37')
  page.on('pageerror', (e) => console.log('ERR', e))
  page.on('console', (m) => m.type() === 'error' && console.log('CON', m.text()))
  const press1 = (t: string) => page.evaluate((t: string) => [...document.querySelectorAll('button')].find((b) => b.textContent?.trim() === t)?.click(), t)
  await page.waitForSelector('[aria-label="Steps of the run sheet"]')
  await press1('Pull it all')
  await wait(1500)
  await page.screenshot({ path: '/tmp/b1.png' })
  await page.keyboard.press('Enter')
  await wait(1200)
  await page.keyboard.type('walk')
  await wait(300)
  await page.screenshot({ path: '/tmp/b2.png' })
  await page.keyboard.press('Enter')
  await wait(1500)
  await page.focus('[aria-label="Steps of the run sheet"]')
  await page.keyboard.press('End')
  await wait(400)
  await page.screenshot({ path: '/tmp/b3.png' })
  await page.keyboard.press('Home')
  await page.keyboard.press('ArrowDown'); await page.keyboard.press('ArrowDown'); await page.keyboard.press('ArrowDown'); await page.keyboard.press('ArrowDown'); await page.keyboard.press('ArrowDown')
  await press1('Put back')
  await wait(800)
  await press1('Step by step from here')
  await wait(900)
  await page.screenshot({ path: '/tmp/b4.png' })
} finally { await browser.close(); await server.stop?.() }
process.exit(0)
