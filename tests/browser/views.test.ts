import type { Page } from 'puppeteer-core'
import { expect, test } from 'vitest'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { button, fill, seen, unseen } from '../support/screen'

const session = browserSession()

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
    // A tab that is not in front draws no frames, so it is asked by the clock.
    tab.waitForFunction((name: string) => document.documentElement.dataset.theme === name, { polling: 50 }, wanted)
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
  // But for the product's own keys, which work there too: away, to the next field, the rack.
  const told = (await session.call<{ keys: unknown[] }>('GET', '/api/state')).body.keys.length
  await bench.keyboard.press('Escape')
  expect(await bench.evaluate(`document.activeElement.hasAttribute('data-bench-screen')`)).toBe(false)
  await bench.focus('[data-bench-screen]')
  await bench.keyboard.press('Tab')
  await bench.focus('[data-bench-screen]')
  // It is held still when a field of the rack takes the focus.
  await bench.keyboard.down('F8')
  await bench.waitForFunction(`location.pathname === '/rack'`)
  await bench.waitForSelector('main input')
  await bench.focus('main input')
  await bench.keyboard.up('F8')
  await new Promise((done) => setTimeout(done, 400))
  expect((await session.call<{ keys: unknown[] }>('GET', '/api/state')).body.keys).toHaveLength(told)
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

test('help finds keys, views, kinds of step and settings; a setting that is found there is gone to, and found by its filter', async () => {
  const page = await session.open('/levers')
  await page.waitForSelector('[aria-label="Levers"] [role="option"], .row')
  await page.focus('body')
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
  await page.keyboard.press('?')
  await page.waitForFunction(() => document.activeElement?.ariaLabel === 'Find in help')
  await seen(page, 'undoes the last edit of a lever')
  await page.keyboard.type('only what differs')
  await seen(page, 'Reach an arrangement')
  await press(page, 'Ctrl+A')
  await page.keyboard.type('edits undone days')
  await seen(page, 'Nothing is called or does')
  await press(page, 'Ctrl+A')
  await page.keyboard.type('edits undone')
  await page.waitForSelector('.help a[href="/settings#setting-revisionDays"]')
  await page.click('.help a[href="/settings#setting-revisionDays"]')
  await page.waitForFunction(() => document.activeElement?.closest('#setting-revisionDays') !== null)
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
  await page.keyboard.press('/')
  await page.waitForFunction(() => document.activeElement?.ariaLabel === 'Find a setting')
  await page.keyboard.type('dusk')
  const shown = () =>
    page.$$eval('.setting', (rows) =>
      rows.filter((row) => (row as HTMLElement).offsetParent !== null).map((row) => row.ariaLabel),
    )
  await page.waitForFunction(
    () =>
      [...document.querySelectorAll<HTMLElement>('.setting')].filter(({ offsetParent }) => offsetParent !== null)
        .length === 1,
  )
  expect(await shown()).toEqual(['Latitude and longitude'])
  await page.keyboard.type(' nowhere')
  await seen(page, 'No setting has “dusk nowhere”')
  await page.keyboard.press('Escape')
  await page.waitForFunction(() => document.querySelectorAll('.setting').length > 10)
})

test('the other views come when nothing else is to be done, and are there while the server is away', async () => {
  const page = await session.open('/levers')
  const parts = () =>
    page.evaluate(() => performance.getEntriesByType('resource').filter(({ name }) => name.endsWith('.js')).length)
  const first = await parts()
  expect(first).toBeLessThan(24)
  await page.waitForFunction(
    (before: number) =>
      performance.getEntriesByType('resource').filter(({ name }) => name.endsWith('.js')).length > before + 15,
    { polling: 200 },
    first,
  )
  // All of them: nothing more comes.
  for (let before = 0; before < (await parts());) {
    before = await parts()
    await new Promise((done) => setTimeout(done, 1500))
  }
  await page.setOfflineMode(true)
  for (const view of ['Bench', 'Ledger', 'Keys', 'Rack']) {
    await page.click(`nav a[href="/${view.toLowerCase()}"]`)
    await page.waitForFunction((name: string) => document.querySelector('h1')?.textContent === name, {}, view)
  }
  await page.setOfflineMode(false)
})
