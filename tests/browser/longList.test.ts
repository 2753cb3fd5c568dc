import type { Page } from 'puppeteer-core'
import { beforeAll, expect, test } from 'vitest'
import type { Frame } from '../../core/levers'
import { draft, eventually } from '../support/api'
import { browserSession } from '../support/browserSession'

const session = browserSession()
const COUNT = 200

beforeAll(async () => {
  const { id: frameId } = (await session.call<Frame>('POST', '/api/frames', { name: 'Many' })).body
  for (let i = 1; i <= COUNT; i++)
    await session.call('POST', '/api/levers', draft({ frameId, name: `Many ${i}`, triggers: [] }))
}, 60_000)

/** Names of the levers of which all is in sight, and how many are drawn. */
const seenRows = (page: Page) =>
  page.evaluate(() => {
    const box = document.querySelector('.rows')!.getBoundingClientRect()
    const drawn = [...document.querySelectorAll<HTMLElement>('.rows .lever')]
    const inSight = drawn.filter((row) => {
      const { top, bottom } = row.getBoundingClientRect()
      return top >= box.top - 1 && bottom <= box.bottom + 1
    })
    return {
      drawn: drawn.length,
      names: inSight.map((row) => row.querySelector('strong')!.innerText),
      chosen: document.querySelector('.rows [aria-selected="true"] strong')?.textContent,
    }
  })

test('in a list of many the chosen one is always in sight, and only what is near it is drawn', async () => {
  const page = await session.open('/levers')
  await page.focus('[aria-label="Levers"]')
  const after = async (key: 'End' | 'Home' | 'PageUp' | 'PageDown' | 'ArrowUp', chosen: RegExp) => {
    await page.keyboard.press(key)
    return eventually(async () => {
      const rows = await seenRows(page)
      return rows.chosen !== undefined && chosen.test(rows.chosen!) && rows.names.includes(rows.chosen!) ? rows : false
    })
  }
  const { names } = await after('End', new RegExp(`^Many ${COUNT}$`))
  expect([names.at(-1), names.length > 8]).toEqual([`Many ${COUNT}`, true])
  // What is beyond comes a moment later, and never all there is.
  const beyond = await eventually(async () => {
    const rows = await seenRows(page)
    return rows.drawn > rows.names.length + 2 ? rows : false
  })
  expect(beyond.drawn).toBeLessThan(60)
  await after('PageUp', /^Many 1[789]\d$/)
  await after('ArrowUp', /^Many 1[789]\d$/)
  const first = await after('Home', /./)
  expect(first.names[0]).toBe(first.chosen)
  await after('PageDown', /./)
})

test('a row is chosen by a click, marked by one with Ctrl, and opened by two', async () => {
  const page = await session.open('/levers')
  const rows = await page.waitForSelector('.rows .lever:nth-of-type(3)').then(() => page.$$('.rows .lever'))
  await rows[2]!.click()
  await eventually(async () => (await rows[2]!.evaluate((row) => row.ariaSelected)) === 'true')
  await page.keyboard.down('Control')
  for (const i of [1, 3]) await rows[i]!.click()
  await page.keyboard.up('Control')
  await eventually(async () => (await page.$$('.rows .marked')).length === 2)
  await rows[2]!.click({ count: 2 })
  await eventually(async () => new URL(page.url()).pathname.startsWith('/levers/'))
})
