import { mkdirSync } from 'node:fs'
import type { Browser, Page } from 'puppeteer-core'
import { afterAll, afterEach, beforeAll } from 'vitest'
import { apiOf } from './api'
import { leave, openBrowser, openTab, showIn } from './openBrowser'
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

/** What a test does to a tab for good; such a tab is not used by the next one. */
const ALTERING = [
  'emulateMediaFeatures',
  'evaluateOnNewDocument',
  'exposeFunction',
  'setOfflineMode',
  'setRequestInterception',
  'setViewport',
] as const

/** Starts both before the first test and ends them after the last; the server with more of an environment, if given. */
export function browserSession(more: () => Record<string, string> = () => ({})): BrowserSession {
  const session = {} as { -readonly [K in keyof BrowserSession]: BrowserSession[K] }
  let pages: Page[] = []
  /** The tab of the test before: a page is there in half the time where its scripts were run before. */
  let spare: Page | undefined
  const altered = new Set<Page>()

  function watched(page: Page): Page {
    patient(page)
    for (const act of ALTERING) {
      const plain = page[act].bind(page) as (...args: unknown[]) => unknown
      Object.assign(page, {
        [act]: (...args: unknown[]) => {
          altered.add(page)
          return plain(...args)
        },
      })
    }
    return page
  }

  async function takeSpare(path: string, theme: Theme): Promise<Page | undefined> {
    const page = spare
    spare = undefined
    if (!page || page.isClosed()) return undefined
    await page.bringToFront()
    await page.mouse.reset()
    await showIn(page, session.server.url, path, theme)
    return page
  }

  beforeAll(async () => {
    session.server = await startServer(undefined, undefined, more())
    session.browser = await openBrowser()
    session.call = apiOf(session.server.url)
    session.open = async (path, theme = 'day') => {
      const page =
        (await takeSpare(path, theme)) ?? watched(await openTab(session.browser, session.server.url, path, theme))
      pages.push(page)
      return page
    }
  })
  afterAll(async () => {
    await session.browser.close()
    await session.server.stop()
  })
  afterEach(async ({ task }) => {
    const hasFailed = task.result?.state === 'fail'
    if (hasFailed && pages[0]) {
      const folder = new URL('../failures/', import.meta.url).pathname
      mkdirSync(folder, { recursive: true })
      await pages[0].screenshot({ path: `${folder}${task.name.replace(/\W+/g, '-').slice(0, 60)}.png` })
    }
    const open = pages.filter((page) => !page.isClosed())
    pages = []
    spare = hasFailed ? undefined : open.find((page) => !altered.has(page))
    await Promise.all(open.filter((page) => page !== spare).map((page) => page.close()))
    // A server that was ended by the test has nothing to show.
    if (spare) await leave(spare, session.server.url).catch(() => spare?.close())
  })
  return session
}
