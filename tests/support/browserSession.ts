import { mkdirSync } from 'node:fs'
import type { Browser, Page } from 'puppeteer-core'
import { afterAll, afterEach, beforeAll } from 'vitest'
import { apiOf } from './api'
import { openBrowser, openTab } from './openBrowser'
import type { Theme } from './openBrowser'
import { startServer } from './startServer'
import type { RunningServer } from './startServer'

/** A server with a store of its own and a browser, for the tests of one file. */
export interface BrowserSession {
  server: RunningServer
  readonly browser: Browser
  readonly call: ReturnType<typeof apiOf>
  /** A tab that is pictured when its test fails, and closed after it. */
  readonly open: (path: string, theme?: Theme) => Promise<Page>
}

/**
 * What the server knows already may take a moment to be shown: acts on an element wait until it is there, as a user
 * would.
 */
function patient(page: Page): void {
  for (const act of ['click', 'focus', 'type'] as const) {
    const impatient = page[act].bind(page) as (...args: unknown[]) => Promise<void>
    Object.assign(page, {
      async [act](...args: unknown[]) {
        await page.waitForSelector(args[0] as string)
        return impatient(...args)
      },
    })
  }
}

/** Starts both before the first test and ends them after the last; the server with more of an environment, if given. */
export function browserSession(more: () => Record<string, string> = () => ({})): BrowserSession {
  const session = {} as { -readonly [K in keyof BrowserSession]: BrowserSession[K] }
  let pages: Page[] = []
  beforeAll(async () => {
    session.server = await startServer(undefined, undefined, more())
    session.browser = await openBrowser()
    session.call = apiOf(session.server.url)
    session.open = async (path, theme) => {
      const page = await openTab(session.browser, session.server.url, path, theme)
      patient(page)
      pages.push(page)
      return page
    }
  })
  afterAll(async () => {
    await session.browser.close()
    await session.server.stop()
  })
  afterEach(async ({ task }) => {
    if (task.result?.state === 'fail' && pages[0]) {
      const folder = new URL('../failures/', import.meta.url).pathname
      mkdirSync(folder, { recursive: true })
      await pages[0].screenshot({ path: `${folder}${task.name.replace(/\W+/g, '-').slice(0, 60)}.png` })
    }
    await Promise.all(pages.filter((page) => !page.isClosed()).map((page) => page.close()))
    pages = []
  })
  return session
}
