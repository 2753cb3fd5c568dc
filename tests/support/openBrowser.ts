import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import puppeteer from 'puppeteer-core'
import type { Browser, KeyInput, Page } from 'puppeteer-core'
import { CHROMIUM } from '../../cli/chromium'
import { parseChord } from '../../core/keys'
import { valueOf } from '../../core/result'

const flags = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1',
  '--force-color-profile=srgb',
  '--lang=en-GB',
]

/** Debian's Chromium with a profile of its own and no way to anything but loopback. */
export async function openBrowser(): Promise<Browser> {
  const executablePath = CHROMIUM.find((path) => existsSync(path))
  if (!executablePath) throw new Error('No Chromium is installed. On Debian: apt-get install chromium')
  const userDataDir = mkdtempSync(join(tmpdir(), 'keen-lever-browser-'))
  process.once('exit', () => rmSync(userDataDir, { recursive: true, force: true }))
  return puppeteer.launch({
    executablePath,
    args: flags,
    userDataDir,
    defaultViewport: { width: 1280, height: 800 },
    protocolTimeout: 60_000,
  })
}

export type Theme = 'day' | 'night' | 'dark-adapted'

/** A machine that is slow at the moment takes its time for a page; what is seen to happen on it comes sooner. */
const OPENING_MS = 60_000
const SEEN_MS = 30_000

/** A tab of its own (own local storage only if the browser is fresh) on one view, once the mirror is live. */
export async function openTab(browser: Browser, url: string, path: string, theme: Theme = 'day'): Promise<Page> {
  const page = await browser.newPage()
  await showIn(page, url, path, theme)
  return page
}

/** Shows a view in a tab as if it had just been opened, and nothing were kept in it. */
export async function showIn(page: Page, url: string, path: string, theme: Theme): Promise<void> {
  page.setDefaultTimeout(OPENING_MS)
  await leave(page, url)
  await page.evaluate((id: string) => {
    sessionStorage.clear()
    localStorage.setItem('keen-lever.theme', id)
  }, theme)
  await page.goto(url + path)
  await page.waitForSelector('[aria-label="Bench strip"]')
  await page.waitForFunction(() => !document.querySelector('main')?.textContent?.includes('Reading the levers'))
  page.setDefaultTimeout(SEEN_MS)
}

/** Leaves the product, for something of the same server that does nothing. */
export const leave = (page: Page, url: string) => page.goto(`${url}/mark.svg`)

const keyOfModifier = { Ctrl: 'Control', Alt: 'Alt', AltGr: 'AltGraph', Shift: 'Shift', Meta: 'Meta' } as const

/** Presses a chord, written as everywhere else: `Ctrl+Alt+M`. */
export async function press(page: Page, text: string): Promise<void> {
  const { modifiers, code } = valueOf(parseChord(text))
  const keys = [...modifiers.map((modifier) => keyOfModifier[modifier]), code as KeyInput]
  for (const key of keys) await page.keyboard.down(key)
  for (const key of keys.toReversed()) await page.keyboard.up(key)
}
