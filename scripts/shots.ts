// `npm run shots`: the pictures in docs/screenshots/, from the demo data, at 1280x800.
import type { Page } from 'puppeteer-core'
import { openBrowser, openTab, press } from '../tests/support/openBrowser'
import type { Theme } from '../tests/support/openBrowser'
import { chooseProgram, button, fill, seen } from '../tests/support/screen'
import { startServer } from '../tests/support/startServer'
import { ensureBuilt } from './ensureBuilt.mjs'

interface Shot { name: string, path: string, theme: Theme, act?: (page: Page) => Promise<void> }

const shots: Shot[] = [
  { name: 'levers-day', path: '/levers', theme: 'day' },
  { name: 'editor-day', path: '/levers/new', theme: 'day', act: composeLever },
  { name: 'bench-night', path: '/bench', theme: 'night', act: prepareNight },
  { name: 'levers-night', path: '/levers', theme: 'night', act: askWhy },
  { name: 'ledger-day', path: '/ledger', theme: 'day' },
  { name: 'launcher-dark-adapted', path: '/bench', theme: 'dark-adapted', act: findChart },
]

ensureBuilt()
const server = await startServer()
const browser = await openBrowser()
try {
  for (const { name, path, theme, act } of shots) {
    const page = await openTab(browser, server.url, path, theme)
    await act?.(page)
    await new Promise(resolve => setTimeout(resolve, 250))
    await page.screenshot({ path: new URL(`../docs/screenshots/${name}.png`, import.meta.url).pathname as `${string}.png` })
    await page.close()
  }
}
finally {
  await browser.close()
  await server.stop()
}

async function composeLever(page: Page): Promise<void> {
  await fill(page, '.field input', 'Red chart of the comets')
  await chooseProgram(page, 'Program of step 1', 'ar', 'Atlas Room')
  for (const argument of ['--profile=red', '${charts}/south.atlas', '${charts}/comets.overlay']) {
    await button(page, 'Argument')
    await page.keyboard.type(argument)
  }
  await button(page, 'Chord')
  await page.click('button[aria-label="Press chord 1"]')
  await press(page, 'Control+Alt+KeyC')
  await seen(page, 'already pulls 3')
}

async function prepareNight(page: Page): Promise<void> {
  await press(page, 'Control+Alt+KeyE')
  await press(page, 'Control+Alt+KeyN')
  await page.waitForSelector('.messages li')
  await press(page, 'Control+KeyF')
  await seen(page, 'Find an object')
}

async function askWhy(page: Page): Promise<void> {
  await press(page, 'Control+Alt+KeyV')
  await page.click('.trail button')
  await seen(page, 'its frame is off')
}

async function findChart(page: Page): Promise<void> {
  await page.keyboard.press('F2')
  await page.keyboard.type('ch')
  await seen(page, 'Comet chart')
}
