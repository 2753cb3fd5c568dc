import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import type { AxeResults } from 'axe-core'
import type { Page } from 'puppeteer-core'
import { expect, test } from 'vitest'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import type { Theme } from '../support/openBrowser'
import { button, fill, seen, unseen } from '../support/screen'

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
  { name: 'exchange', path: '/exchange' },
  { name: 'keys', path: '/keys' },
  { name: 'last keys', path: '/keys?tab=history' },
  { name: 'frames and rules', path: '/keys?tab=frames' },
  { name: 'timing lab', path: '/keys?tab=lab' },
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
      await page.waitForSelector('[aria-label="Found"] [role="option"]')
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
        },
      ),
    runOnly,
  )
  return violations.flatMap(({ id, nodes }) =>
    nodes.map(({ target, failureSummary }) => `${id}: ${String(target)} ${failureSummary?.split('\n')[1]?.trim()}`),
  )
}

test('nothing that accessibility rules forbid stands in any view, in any theme', async () => {
  const found: Record<string, string[]> = {}
  for (const { name, path, act } of views) {
    const page = await session.open(path, 'day')
    await act?.(page)
    await new Promise((done) => setTimeout(done, 150))
    // As a debugger does; a script put into the page is what its policy forbids.
    await page.evaluate(axeSource)
    const tell = (theme: Theme, faults: string[]) => {
      if (faults.length > 0) found[`${name}, ${theme}`] = faults
    }
    const all = { type: 'tag' as const, values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'best-practice'] }
    tell('day', await faultsOf(page, all))
    for (const theme of ['night', 'dark-adapted'] as const) {
      await page.evaluate((name) => void (document.documentElement.dataset.theme = name), theme)
      // Colours of fields go over in a moment.
      await new Promise((done) => setTimeout(done, 350))
      tell(theme, await faultsOf(page, { type: 'rule', values: COLOURS }))
    }
    await page.close()
  }
  expect(found).toEqual({})
})

test('a setting is changed in one tab, in force in the other, refused at its field when wrong, and set back', async () => {
  const page = await session.open('/settings')
  const other = await session.open('/settings')
  await page.bringToFront()
  await fill(page, 'input[aria-label="A key counts as held after"]', '7')
  await page.keyboard.press('Enter')
  await seen(page, 'At least 20 ms.')
  await fill(page, 'input[aria-label="A key counts as held after"]', '260')
  await page.keyboard.press('Enter')
  await page.waitForSelector('button[aria-label="Set A key counts as held after back to 200 ms"]')
  await other.waitForFunction(
    () => document.querySelector<HTMLInputElement>('input[aria-label="A key counts as held after"]')!.value === '260',
  )
  await page.click('button[aria-label="Set A key counts as held after back to 200 ms"]')
  await page.waitForFunction(
    () => !document.querySelector('button[aria-label="Set A key counts as held after back to 200 ms"]'),
  )
  await button(page, 'Undo')
  await page.waitForSelector('button[aria-label="Set A key counts as held after back to 200 ms"]')
})

test('a theme for all holds in every tab, and each browser has its own again afterwards', async () => {
  const page = await session.open('/settings', 'day')
  const other = await session.open('/levers', 'night')
  const theme = (tab: Page, wanted: string) =>
    tab.waitForFunction((name: string) => document.documentElement.dataset.theme === name, {}, wanted)
  await theme(other, 'night')
  const { body: state } = await session.call<{ settings: object; settingsVersion: number }>('GET', '/api/state')
  const body = { ...state.settings, theme: 'dark-adapted', version: state.settingsVersion }
  expect((await session.call('PUT', '/api/settings', body)).status).toBe(200)
  await theme(page, 'dark-adapted')
  await theme(other, 'dark-adapted')
  expect((await session.call('PUT', '/api/settings', { ...body, theme: 'day' })).status).toBe(409)
  await page.bringToFront()
  await page.click('button[aria-label="Set Theme back to Chosen in each browser"]')
  await page.waitForFunction(() => document.documentElement.dataset.theme !== 'dark-adapted')
})

test('keys that a view uses itself are not told to the bench; on the bench’s own screen they are', async () => {
  const page = await session.open('/levers')
  await page.focus('[role="listbox"][aria-label="Levers"]')
  const before = (await session.call<{ keys: unknown[] }>('GET', '/api/state')).body.keys.length
  for (const key of ['ArrowDown', 'Insert', 'Tab', 'End'] as const) await page.keyboard.press(key)
  await press(page, 'Ctrl+A')
  await new Promise((done) => setTimeout(done, 400))
  expect((await session.call<{ keys: unknown[] }>('GET', '/api/state')).body.keys).toHaveLength(before)
  const bench = await session.open('/bench')
  await bench.focus('[data-bench-screen]')
  await bench.keyboard.press('Insert')
  await seen(bench, 'No lever has this chord: passed on to')
})

test('an answer that is no JSON and a server that is away are told; live keys go on by themselves', async () => {
  const page = await session.open('/levers')
  await page.focus('[role="listbox"][aria-label="Levers"]')
  let answer: 'nonsense' | 'nothing' | undefined = 'nonsense'
  await page.setRequestInterception(true)
  page.on('request', (request) => {
    if (answer === undefined || !request.url().endsWith('/api/keys')) void request.continue()
    else if (answer === 'nothing') void request.abort()
    else void request.respond({ status: 502, contentType: 'text/html', body: '<h1>Bad gateway</h1>' })
  })
  await press(page, 'Ctrl+Alt+A')
  await seen(page, 'That key did nothing. The answer of the server cannot be read (status 502).')
  answer = undefined
  await press(page, 'Ctrl+Alt+A')
  await unseenSoon(page)
  answer = 'nothing'
  await press(page, 'Ctrl+Alt+A')
  await seen(page, 'That key did nothing. The server does not answer.')
  answer = undefined
  const runs = async () => (await session.call<{ runs: unknown[] }>('GET', '/api/state')).body.runs.length
  const before = await runs()
  await press(page, 'Ctrl+Alt+A')
  await page.waitForFunction(
    async (count: number) => (await (await fetch('/api/state')).json()).runs.length > count,
    { polling: 100 },
    before,
  )
})

async function unseenSoon(page: Page): Promise<void> {
  await button(page, 'Dismiss')
  await unseen(page, 'That key did nothing')
}
