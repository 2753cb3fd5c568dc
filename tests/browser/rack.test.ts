import type { Page } from 'puppeteer-core'
import { expect, test } from 'vitest'
import type { WrittenBench } from '../../core/bench'
import type { Rack } from '../../core/rack'
import type { Settings } from '../../core/settings'
import { eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { button, seen, unseen } from '../support/screen'

const session = browserSession()
let page: Page

const bench = async () => (await session.call<{ state: WrittenBench }>('GET', '/api/bench')).body.state
const rack = async () => (await session.call<{ settings: Settings }>('GET', '/api/state')).body.settings.rack
/** A row of a page as it is read: `lever-1 [Reduction: lever-6 …]`. */
function drawn({ pages }: Rack, name: string, row: number): string {
  const key = (entryId: string) => entryId.replace(/^[a-z]+:/, '')
  return pages
    .find((entry) => entry.name === name)!
    .rows[row]!.items.map((item) =>
      item.kind === 'folder' ? `[${item.name}: ${item.entryIds.map(key).join(' ')}]` : key(item.entryId),
    )
    .join(' ')
}
const row = async (at: number, name = 'Night') => drawn(await rack(), name, at)
const becomes = (at: number, wanted: string, name = 'Night') =>
  eventually(async () => (await row(at, name)) === wanted).catch(async () => {
    throw new Error(`row ${at} is “${await row(at, name)}”, not “${wanted}”`)
  })

async function onPage(name: string): Promise<void> {
  page = await session.open('/rack')
  await button(page, name)
  await page.waitForSelector(`[aria-label="Plates of ${name}"]`)
}

test('one key from anywhere shows every lever and program; typing filters at once, Enter does it, the key goes back', async () => {
  page = await session.open('/ledger')
  await page.keyboard.press('F8')
  await page.waitForSelector('[aria-label="Plates of Everything"]')
  await seen(page, 'Night run')
  await page.keyboard.type('visitor b')
  await page.waitForFunction(() => document.querySelector('#rack-at')?.textContent?.includes('Visitor Board'))
  await page.keyboard.press('Enter')
  await eventually(async () => {
    const { stack, windows } = await bench()
    return windows[stack.at(-1)!]?.programId === 'visitor-board'
  })
  await page.keyboard.press('Escape')
  await page.keyboard.press('PageDown')
  await page.waitForSelector('[aria-label="Plates of Night"]')
  await page.keyboard.press('F8')
  await page.waitForSelector('[aria-label="Runs, latest first"]')
})

test('a folder is made from marked plates with a name from what they share, opened in place, and left by key', async () => {
  await onPage('Night')
  await page.keyboard.press('Home')
  await page.keyboard.press('Space')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Space')
  await seen(page, '2 plates marked')
  await press(page, 'Alt+F')
  await page.waitForSelector('[aria-label="Name of the folder"]')
  expect(await page.$eval('[aria-label="Name of the folder"]', (field) => (field as HTMLInputElement).value)).toBe(
    'Dome',
  )
  await page.waitForFunction(() => document.activeElement?.ariaLabel === 'Name of the folder')
  await page.keyboard.type('Dome tonight')
  await page.keyboard.press('Enter')
  await becomes(0, '[Dome tonight: lever-1 lever-2] lever-44 atlas-room dome shutter')
  await seen(page, 'Dome tonight')
  await page.waitForFunction(() => document.activeElement?.ariaLabel !== 'Name of the folder')
  await page.keyboard.press('ArrowRight')
  await press(page, 'Alt+I')
  // At once, before the edit before it is told.
  await press(page, 'Alt+ArrowLeft')
  await becomes(0, '[Dome tonight: lever-1 lever-44 lever-2] atlas-room dome shutter')
  await press(page, 'Alt+ArrowUp')
  await eventually(async () => (await row(0)).includes('[Dome tonight: lever-1 lever-2]'))
  await page.keyboard.press('Delete')
  await seen(page, 'off Night.')
  await becomes(0, '[Dome tonight: lever-1 lever-2] atlas-room dome shutter')
  await button(page, 'Undo')
  await eventually(async () => (await row(0)).includes('lever-44'))
})

test('plates are dragged along their row, to another, and into an open folder', async () => {
  await onPage('Visitors')
  const centre = async (key: string) => {
    const box = (await (await page.waitForSelector(`[data-key="${key}"]`))!.boundingBox())!
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  }
  async function drag(key: string, to: string, byPx: number): Promise<void> {
    const [from, target] = [await centre(key), await centre(to)]
    await page.mouse.move(from.x, from.y)
    await page.mouse.down()
    await new Promise((resolve) => setTimeout(resolve, 120))
    await page.mouse.move(from.x + 6, from.y + 4, { steps: 3 })
    await page.mouse.move(target.x + byPx, target.y, { steps: 12 })
    // What makes room on the way comes to rest first.
    await new Promise((resolve) => setTimeout(resolve, 250))
    await page.mouse.move(target.x + byPx + Math.sign(byPx) * 4, target.y + 2, { steps: 3 })
    await new Promise((resolve) => setTimeout(resolve, 250))
    await page.mouse.up()
  }
  await drag('lever:lever-37', 'lever:lever-39', 20)
  await becomes(0, 'lever-38 lever-39 lever-37 visitor-board', 'Visitors')
  await drag('program:visitor-board', 'program:night-planner', -20)
  await becomes(1, 'visitor-board night-planner cairn-web /home/watch/documents/outreach', 'Visitors')
  await becomes(0, 'lever-38 lever-39 lever-37', 'Visitors')
  await button(page, 'Night')
  await page.waitForSelector('[data-key="folder folder-reduce"]')
  await page.click('[data-key="folder folder-reduce"]')
  await page.waitForSelector('[data-key="lever:lever-40"]')
  await drag('lever:lever-3', 'lever:lever-40', -20)
  await eventually(async () => (await row(1)).includes('[Reduction: lever-6 lever-3 lever-40 grain-reducer]'))
})

test('anything is put on the rack from the launcher, on a new page too; pages are named, plates change their size', async () => {
  page = await session.open('/levers')
  await page.keyboard.press('F2')
  await page.keyboard.type('dome faults')
  await page.waitForSelector('[data-found="file:/home/watch/documents/logs/dome faults.log"]')
  await press(page, 'Alt+R')
  await page.keyboard.type('begin')
  await page.waitForFunction(() => document.querySelector('#launcher-0')?.textContent?.includes('Night, Begin and end'))
  await page.keyboard.press('Enter')
  await eventually(async () => (await row(2)).endsWith('/home/watch/documents/logs/dome faults.log'))
  await page.keyboard.press('Escape')
  await page.keyboard.press('F8')
  await button(page, 'Night')
  await page.waitForSelector('[aria-label="Plates of Night"]')
  await page.click('[aria-label="Larger plates"]')
  await eventually(async () => (await rack()).size === 'large')
  await page.click('[aria-label="Add a page"]')
  await page.waitForSelector('[aria-label="Name of the page"]')
  await page.keyboard.type('Storm')
  await page.keyboard.press('Enter')
  await eventually(async () => (await rack()).pages.some(({ name }) => name === 'Storm'))
  await button(page, 'Take the page away')
  await eventually(async () => !(await rack()).pages.some(({ name }) => name === 'Storm'))
})

test('a program is uninstalled after what uses it was told, in one run that can be put back; one that is needed stays', async () => {
  await onPage('Everything')
  await page.keyboard.type('atlas room')
  await page.waitForFunction(() => document.querySelector('#rack-at')?.textContent?.includes('Atlas Room'))
  await press(page, 'Alt+U')
  await seen(page, '1 Chart for the dome stays; it needs the program')
  await seen(page, 'Its plate on the page Night stays empty')
  await button(page, 'Uninstall Atlas Room')
  await eventually(async () => !(await bench()).programs['atlas-room'])
  const { files, windows } = await bench()
  expect(files['/opt/harrow/atlas-room']).toBe(undefined)
  expect(Object.values(windows).some(({ programId }) => programId === 'atlas-room')).toBe(false)
  await button(page, 'Put back')
  await eventually(async () => (await bench()).programs['atlas-room'])
  expect((await bench()).files['/opt/harrow/atlas-room']).toBeDefined()
  await page.keyboard.press('F2')
  await page.keyboard.type('drawers')
  await page.waitForSelector('[data-found="program:drawers"]')
  await press(page, 'Alt+2')
  await page.waitForFunction(
    () => document.querySelector('#launcher-0')?.getAttribute('data-found') === 'program:drawers',
  )
  await press(page, 'Alt+U')
  await seen(page, 'Drawers cannot be uninstalled: the system needs it.')
  await page.keyboard.press('Enter')
  expect((await bench()).programs.drawers).toBeDefined()
  await page.keyboard.press('Escape')
  await unseen(page, 'cannot be uninstalled')
})

test('a plate of everything is put on a page of one’s own by key, gets a short word, and the focus comes back', async () => {
  await onPage('Everything')
  await page.keyboard.type('gate codes')
  await page.waitForFunction(() => document.querySelector('#rack-at')?.textContent?.includes('Gate Codes'))
  await press(page, 'Alt+R')
  await seen(page, 'Put Gate Codes on')
  await page.keyboard.type('desk')
  await page.waitForFunction(() => document.querySelector('#launcher-0')?.textContent?.includes('Visitors, Desk'))
  await page.keyboard.press('Enter')
  await eventually(async () => (await row(1, 'Visitors')).endsWith('gate-codes'))
  await page.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Plates of Everything')
  await press(page, 'Alt+W')
  await page.keyboard.type('gc')
  await page.keyboard.press('Enter')
  await seen(page, '“gc” now leads to Gate Codes')
  await press(page, 'Alt+W')
  await page.keyboard.press('Escape')
  await page.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Plates of Everything')
})

test('a plate of something that is gone says so, and is taken off', async () => {
  await session.call('POST', '/api/bench/changes', {
    changes: [{ kind: 'file.put', path: '/home/watch/frost.txt', file: { kind: 'file', sizeBytes: 1 } }],
  })
  page = await session.open('/levers')
  await page.keyboard.press('F2')
  await page.keyboard.type('frost.txt')
  await page.waitForSelector('[data-found="file:/home/watch/frost.txt"]')
  await press(page, 'Alt+R')
  await page.keyboard.type('visitors desk')
  await page.waitForFunction(() => document.querySelector('#launcher-0')?.textContent?.includes('Visitors, Desk'))
  await page.keyboard.press('Enter')
  await eventually(async () => (await row(1, 'Visitors')).endsWith('frost.txt'))
  await session.call('POST', '/api/bench/changes', {
    changes: [{ kind: 'file.remove', path: '/home/watch/frost.txt' }],
  })
  await page.keyboard.press('Escape')
  await page.keyboard.press('F8')
  await button(page, 'Visitors')
  await page.click('[data-key="file:/home/watch/frost.txt"]')
  await seen(page, 'What this plate was for is gone.')
  await page.keyboard.press('Delete')
  await eventually(async () => !(await row(1, 'Visitors')).includes('frost.txt'))
})

test('a program is uninstalled from its description; what cannot go says why before', async () => {
  page = await session.open('/programs?program=steady-guide')
  await seen(page, 'Steady Guide')
  await button(page, 'Uninstall…')
  await seen(page, 'Set up for a visiting group stays')
  await button(page, 'Uninstall Steady Guide')
  await eventually(async () => !(await bench()).programs['steady-guide'])
  await button(page, 'Put back')
  await eventually(async () => (await bench()).programs['steady-guide'])
  const refused = await session.call('POST', '/api/programs/drawers/uninstall', {})
  expect([refused.status, refused.body.issues?.[0]?.code]).toEqual([422, 'program-needed'])
  expect((await session.call('POST', '/api/programs/none/uninstall', {})).status).toBe(404)
})
