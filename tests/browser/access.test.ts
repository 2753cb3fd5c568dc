import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import type { AxeResults } from 'axe-core'
import type { Page } from 'puppeteer-core'
import { expect, test } from 'vitest'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { button, radio, seen } from '../support/screen'

const session = browserSession()
const axeSource = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

/** Every view, with what has to be done to see the parts of it that are not there at first. */
const views: { name: string; path: string; act?: (page: Page) => Promise<void> }[] = [
  { name: 'levers', path: '/levers' },
  { name: 'a new lever', path: '/levers/new' },
  { name: 'a lever with an interlock', path: '/levers/lever-20' },
  { name: 'a lever with a device', path: '/levers/lever-12' },
  { name: 'variants', path: '/levers/lever-6/variants' },
  { name: 'values', path: '/values' },
  { name: 'programs', path: '/programs' },
  {
    name: 'sentences in a sheet',
    path: '/levers/lever-25',
    act: async (page) => {
      await page.type('[aria-label="Say what it shall do"] textarea', 'Mute the intercom zebra, then close Cairn Web.')
      await seen(page, 'in doubt')
    },
  },
  {
    name: 'what was recorded',
    path: '/bench',
    act: async (page) => {
      await button(page, 'Record')
      await seen(page, 'Recording')
      await page.click('#panel-devices')
      await page.focus('[data-bench-screen]')
      await page.keyboard.type('calm')
      await seen(page, '1 step')
      await press(page, 'Ctrl+F8')
      await seen(page, 'Text as input')
    },
  },
  { name: 'keys', path: '/keys' },
  { name: 'last keys', path: '/keys?tab=history' },
  { name: 'frames and rules', path: '/keys?tab=frames' },
  { name: 'timing lab', path: '/keys?tab=lab' },
  { name: 'rack', path: '/rack?page=all' },
  {
    name: 'a page of the rack',
    path: '/rack?page=page-night',
    act: (page) => page.click('[data-key="folder folder-reduce"]'),
  },
  { name: 'check-up', path: '/check-up', act: (page) => seen(page, 'Cairn Web takes') },
  { name: 'recording', path: '/recording' },
  { name: 'turntables', path: '/turntables' },
  {
    name: 'a turntable that is open',
    path: '/turntables',
    act: async (page) => {
      await press(page, 'Ctrl+Alt+Space')
      await page.waitForSelector('.layer.stands')
      await page.keyboard.press('ArrowRight')
    },
  },
  {
    name: 'the editor of a turntable',
    path: '/levers/lever-47',
    act: async (page) => {
      await page.focus('[aria-label="Steps of the run sheet"]')
      await page.keyboard.press('ArrowDown')
      await page.waitForSelector('input[aria-label="Name of road 1"]')
    },
  },
  { name: 'bench', path: '/bench' },
  { name: 'bench, player', path: '/bench', act: (page) => page.click('#panel-player') },
  { name: 'bench, clipboard', path: '/bench', act: (page) => page.click('#panel-clipboard') },
  { name: 'bench, acts by hand', path: '/bench', act: (page) => page.click('#panel-acts') },
  { name: 'a lever of many programs', path: '/levers/lever-26' },
  { name: 'a lever of files', path: '/levers/lever-27' },
  { name: 'a lever of windows', path: '/levers/lever-33' },
  { name: 'a lever that waits for something', path: '/levers/lever-36' },
  { name: 'ledger', path: '/ledger' },
  { name: 'settings', path: '/settings' },
  { name: 'an address with nothing', path: '/nowhere' },
  {
    name: 'launcher',
    path: '/levers',
    act: async (page) => {
      await page.keyboard.press('F2')
      await page.keyboard.type('atlas')
      // What was found for the letters before is longer.
      await page.waitForFunction(() => {
        const found = [...document.querySelectorAll('[aria-label="Found"] [role="option"]')]
        return found.length > 0 && found.every(({ textContent }) => textContent.toLowerCase().includes('atlas'))
      })
    },
  },
  {
    name: 'what levers save',
    path: '/ledger?tab=saves',
    act: async (page) => {
      await session.call('POST', '/api/levers/lever-1/pull', {})
      await seen(page, 'Saved by lever')
    },
  },
]

/** The panes of Exchange, with what has to be done in each. */
const panes: { name: string; act?: (page: Page) => Promise<unknown> }[] = [
  { name: 'Any file' },
  { name: 'Desktop Entries' },
  {
    name: 'Frame files',
    act: async (page) => {
      await button(page, 'Write it out')
      await seen(page, 'all as they are')
      await page.type('[aria-label="Text of the frame file"]', 'x')
      await page.waitForSelector('.issues')
    },
  },
  { name: 'Scripts', act: (page) => page.waitForSelector('[aria-label="Text of the script"]') },
  {
    name: 'Backups',
    act: async (page) => {
      await button(page, 'Back up now')
      await seen(page, 'by hand')
      await button(page, 'Look at it')
      await seen(page, 'files and folders')
    },
  },
]

/** What is asked of a theme alone: all else is the same in each of them. */
const COLOURS = ['color-contrast', 'link-in-text-block']

async function faultsOf(page: Page, runOnly: { type: 'tag' | 'rule'; values: string[] }): Promise<string[]> {
  const { violations } = await page.evaluate(
    (only) =>
      (window as unknown as { axe: { run: (at: Document, options: object) => Promise<AxeResults> } }).axe.run(
        document,
        {
          runOnly: only,
          resultTypes: ['violations'],
        },
      ),
    runOnly,
  )
  return violations.flatMap(({ id, nodes }) =>
    nodes.map(({ target, failureSummary }) => `${id}: ${String(target)} ${failureSummary?.split('\n')[1]?.trim()}`),
  )
}

/** What can be used and stands beyond the right edge of the window, where nothing scrolls to it. */
function cutOff(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const scrolls = (element: Element): boolean => {
      for (let at: Element | null = element; at; at = at.parentElement)
        if (['auto', 'scroll'].includes(getComputedStyle(at).overflowX) && at.scrollWidth > at.clientWidth) return true
      return false
    }
    return [...document.querySelectorAll('main button, main input, main a, main [role="tab"], header button')].flatMap(
      (element) => {
        const { right, width } = element.getBoundingClientRect()
        const isBeyond = width > 0 && right > innerWidth + 1 && !scrolls(element)
        return isBeyond ? [`${element.getAttribute('aria-label') ?? element.textContent} ends at ${right} px`] : []
      },
    )
  })
}

/** What is painted behind the ground of something that it stands in, and so cannot be seen. */
function covered(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const isGround = ({ zIndex, position, isolation, transform, opacity, willChange, contain }: CSSStyleDeclaration) =>
      (zIndex !== 'auto' && position !== 'static') ||
      isolation === 'isolate' ||
      transform !== 'none' ||
      Number(opacity) < 1 ||
      /transform|opacity/.test(willChange) ||
      /paint|strict|content/.test(contain)
    return [...document.querySelectorAll<HTMLElement>('body *')].flatMap((element) => {
      if (!(Number(getComputedStyle(element).zIndex) < 0) || element.innerText.trim() === '') return []
      for (let at = element.parentElement; at; at = at.parentElement) {
        const style = getComputedStyle(at)
        if (isGround(style)) return []
        if (style.backgroundColor !== 'rgba(0, 0, 0, 0)') return [`“${element.innerText}” in ${at.className}`]
      }
      return []
    })
  })
}

/** Goes to another view as the Back key would, without reading the application again. */
async function goTo(page: Page, path: string): Promise<void> {
  const isOther = await page.evaluate((to) => {
    const state = { ...(history.state as object), position: history.length }
    const was = location.pathname
    document.querySelector('main > :last-child')!.setAttribute('data-left', '')
    history.pushState(state, '', to)
    dispatchEvent(new PopStateEvent('popstate', { state }))
    return location.pathname !== was
  }, path)
  if (isOther) await page.waitForFunction(() => !document.querySelector('[data-left]'))
  await page.waitForNetworkIdle({ idleTime: 60, concurrency: 1 })
}

async function isFree(page: Page, name: string): Promise<void> {
  // As a debugger does; a script put into the page is what its policy forbids.
  await page.evaluate(axeSource)
  expect(await cutOff(page), name).toEqual([])
  expect(await covered(page), name).toEqual([])
  const all = { type: 'tag' as const, values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'best-practice'] }
  for (const theme of ['day', 'night', 'dark-adapted'] as const) {
    await page.evaluate(async (id) => {
      document.documentElement.dataset.theme = id
      await new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn)))
    }, theme)
    const asked = theme === 'day' ? all : { type: 'rule' as const, values: COLOURS }
    expect(await faultsOf(page, asked), `${name}, ${theme}`).toEqual([])
  }
}

/** Colours go over in a moment, but not for those who want less motion. */
const still = (page: Page) => page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }])

const isPlain = ({ act }: { act?: unknown }) => act === undefined

test.for(views.filter((view) => !isPlain(view)))(
  'nothing that accessibility rules forbid stands in any theme: $name',
  async ({ name, path, act }) => {
    const page = await session.open(path, 'day')
    await still(page)
    await act!(page)
    await new Promise((done) => setTimeout(done, 150))
    await isFree(page, name)
  },
)

test('nothing that accessibility rules forbid stands in any theme, from view to view', async () => {
  const page = await session.open('/levers', 'day')
  await still(page)
  for (const { name, path } of views.filter(isPlain)) {
    await goTo(page, path)
    await isFree(page, name)
  }
}, 240_000)

test('nothing that accessibility rules forbid stands in any theme, from pane to pane of Exchange', async () => {
  const page = await session.open('/exchange', 'day')
  await still(page)
  for (const { name, act } of panes) {
    await radio(page, name)
    await act?.(page)
    await new Promise((done) => setTimeout(done, 150))
    await isFree(page, name)
  }
}, 120_000)
