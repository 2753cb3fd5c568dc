import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import puppeteer from 'puppeteer-core'
import type { Browser, Page } from 'puppeteer-core'

const flags = [
  '--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync',
  '--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1', '--force-color-profile=srgb', '--lang=en-GB',
]

/** Debian's Chromium with a profile of its own and no way to anything but loopback. */
export async function openBrowser(): Promise<Browser> {
  const executablePath = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'].find(path => existsSync(path))
  if (!executablePath) throw new Error('No Chromium is installed. On Debian: apt-get install chromium')
  const userDataDir = mkdtempSync(join(tmpdir(), 'keen-lever-browser-'))
  process.once('exit', () => rmSync(userDataDir, { recursive: true, force: true }))
  return puppeteer.launch({ executablePath, args: flags, userDataDir, defaultViewport: { width: 1280, height: 800 }, protocolTimeout: 60_000 })
}

export type Theme = 'day' | 'night' | 'dark-adapted'

/** A tab of its own (own local storage only if the browser is fresh) on one view, once the mirror is live. */
export async function openTab(browser: Browser, url: string, path: string, theme: Theme = 'day'): Promise<Page> {
  const page = await browser.newPage()
  page.setDefaultTimeout(15_000)
  await page.evaluateOnNewDocument((id: string) => localStorage.setItem('keen-lever.theme', id), theme)
  await page.goto(url + path)
  await page.waitForSelector('[aria-label="Bench strip"]')
  await page.waitForFunction(() => !document.querySelector('main')?.textContent?.includes('Reading the levers'))
  return page
}

/** Presses a chord such as `Control+Alt+KeyM`, by W3C codes. */
export async function press(page: Page, chord: string): Promise<void> {
  const parts = chord.split('+')
  for (const part of parts) await page.keyboard.down(part as 'KeyA')
  for (const part of parts.toReversed()) await page.keyboard.up(part as 'KeyA')
}
