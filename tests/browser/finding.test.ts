import type { Page } from 'puppeteer-core'
import { beforeEach, expect, test } from 'vitest'
import type { WrittenBench } from '../../core/bench'
import type { Choice } from '../../core/finding'
import { eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { button, fill, seen, unseen } from '../support/screen'

const session = browserSession()
let page: Page

const bench = async () => (await session.call<{ state: WrittenBench }>('GET', '/api/bench')).body.state
const front = async () => {
  const { stack, windows } = await bench()
  return windows[stack.at(-1)!]?.programId
}
const copied = async () => (await bench()).clipboard?.[0]?.text
const choices = async () => (await session.call<{ choices: Choice[] }>('GET', '/api/launcher')).body.choices

beforeEach(async () => {
  page = await session.open('/ledger')
})

/** Opens the board and types, and waits until a row says what is expected, by its place. */
async function find(typed: string, expected?: string, place = 0): Promise<void> {
  await page.keyboard.press('F2')
  await page.waitForSelector('#launcher-board')
  await page.keyboard.type(typed)
  if (expected !== undefined) await row(place, expected)
}
async function row(place: number, expected: string): Promise<void> {
  await page
    .waitForFunction(
      (at: number, wanted: string) =>
        document.querySelector(`#launcher-${at}`)?.textContent?.replace(/\s+/g, ' ').includes(wanted),
      { polling: 30 },
      place,
      expected,
    )
    .catch(async () => {
      const is = await page.evaluate((at) => document.querySelector(`#launcher-${at}`)?.textContent, place)
      throw new Error(`row ${place} is “${is}”, not “${expected}”`)
    })
}
const ids = () =>
  page.evaluate(() => [...document.querySelectorAll('[data-found]')].map((entry) => entry.getAttribute('data-found')))
/** Goes to an entry wherever it stands, once all that is found for what was typed has come. */
async function goDownTo(id: string): Promise<void> {
  for (let before = ''; ; await new Promise((resolve) => setTimeout(resolve, 200))) {
    const now = JSON.stringify(await ids())
    if (now === before) break
    before = now
  }
  for (let rows = 0; rows < 60; rows++) {
    if (await page.$(`[data-found="${id}"][aria-selected="true"]`)) return
    await page.keyboard.press('ArrowDown')
  }
  throw new Error(`${id} is not come to from the first row`)
}
async function clear(): Promise<void> {
  await press(page, 'Ctrl+A')
  await page.keyboard.press('Backspace')
}

test('found by initials, by a slip and by part of a path; marked letters say why; Enter raises what runs', async () => {
  await find('fw', 'Fell Weather')
  expect(await page.$$eval('#launcher-0 mark', (marks) => marks.map((mark) => mark.textContent))).toEqual(['F', 'W'])
  await row(0, 'comes to the front')
  await page.keyboard.press('Enter')
  await eventually(async () => (await front()) === 'fell-weather')
  const count = Object.keys((await bench()).windows).length
  await find('weahter', 'Fell Weather')
  await clear()
  await page.keyboard.type('outreach/welcome')
  await row(0, 'welcome.deck')
  await clear()
  await page.keyboard.type('night book')
  await row(0, 'Night Book')
  await press(page, 'Shift+Enter')
  await eventually(async () => Object.keys((await bench()).windows).length === count + 1)
})

test('narrowed by one key to a kind, by the same again to what there is of it, as rows or as a grid', async () => {
  await find('')
  await press(page, 'Alt+2')
  await page.waitForFunction(() => {
    const found = [...document.querySelectorAll('[data-found]')]
    return found.length > 5 && found.every((entry) => entry.getAttribute('data-found')!.startsWith('program:'))
  })
  await press(page, 'Alt+4')
  await press(page, 'Alt+4')
  await press(page, 'Alt+4')
  await page.waitForFunction(() => {
    const found = [...document.querySelectorAll('[data-found]')].map((entry) => entry.getAttribute('data-found')!)
    return found.some((id) => id.endsWith('.exposure')) && found.every((id) => /\.(exposure|dark|overlay)$/.test(id))
  })
  expect(await page.$eval('[aria-label="Of what kind"] [aria-pressed="true"]', (chip) => chip.textContent.trim())).toBe(
    'Pictures',
  )
  await press(page, 'Alt+V')
  await page.waitForSelector('.found.grid')
  await page.keyboard.press('ArrowRight')
  await page.waitForSelector('#launcher-1[aria-selected="true"]')
  await page.keyboard.press('ArrowDown')
  await page.waitForSelector('#launcher-7[aria-selected="true"]')
  await press(page, 'Alt+V')
  await page.keyboard.press('Escape')
  await page.waitForFunction(() => !document.querySelector('#launcher-board [aria-pressed="true"]'))
  await page.keyboard.press('Escape')
  await page.waitForFunction(() => !document.querySelector('#launcher-board'))
})

test('what was chosen twice for the same letters stands first for them, says why, and is forgotten on request', async () => {
  const wanted = 'file:/home/watch/documents/logs/dome faults.log'
  for (const time of [1, 2]) {
    await find('log', 'log')
    await page.waitForSelector(`[data-found="${wanted}"]`)
    await goDownTo(wanted)
    await page.keyboard.press('Enter')
    await eventually(async () => (await choices()).find(({ letters }) => letters === 'log')?.count === time)
  }
  await find('log')
  await page.waitForSelector(`#launcher-0[data-found="${wanted}"]`)
  await press(page, 'Alt+Y')
  await seen(page, 'It stands first: it was chosen twice for “log”')
  await press(page, 'Alt+Z')
  await page.waitForFunction(
    (id) => document.querySelector('#launcher-0')?.getAttribute('data-found') !== id,
    {},
    wanted,
  )
  expect((await choices()).filter(({ entryId }) => entryId === wanted)).toEqual([])
})

test('any entry gets a short word from its row; one that is taken is told, and then leads to both', async () => {
  await find('gate codes', 'Gate Codes')
  await press(page, 'Alt+W')
  await page.keyboard.type('dusk')
  await seen(page, '“dusk” leads to 8 Prepare the night already')
  await page.keyboard.press('Enter')
  await seen(page, '“dusk” now leads to Gate Codes')
  await page.keyboard.type('dusk')
  await row(0, 'Prepare the night')
  await row(1, 'Gate Codes')
})

test('an alias with its inputs in one line: a line for the log, a timer, the dome turned, a day in words', async () => {
  await find('goto com', 'Comet')
  await page.keyboard.press('Enter')
  await eventually(async () => (await bench()).devices.dome!.controls.azimuth!.value === 96)
  await find('goto moon')
  await seen(page, 'target: “moon” is none of the list')
  await page.keyboard.press('Enter')
  await clear()
  await page.keyboard.type('log seeing 2.1')
  await row(0, 'seeing 2.1')
  await page.keyboard.press('Enter')
  await eventually(async () =>
    Object.values((await bench()).windows).some(({ content }) =>
      content.documents.some(({ draft }) => /\d\d:\d\d seeing 2\.1\n$/.test(draft?.text ?? '')),
    ),
  )
  await find('remind')
  await row(0, 'Remind me')
  await page.keyboard.press('Tab')
  await page.keyboard.type('25')
  await page.keyboard.press('Tab')
  await page.keyboard.type('tea')
  await row(0, 'aboutteapulls')
  await page.keyboard.press('Enter')
  await seen(page, 'Remind me')
  await eventually(async () => {
    const runs = (await session.call<{ leverName: string; phase: string; wakeAtMs?: number }[]>('GET', '/api/runs'))
      .body
    const run = runs.find(({ leverName }) => leverName === 'Remind me')
    return run?.phase === 'waiting' && run.wakeAtMs! > Date.now() + 24 * 60_000
  })
  await find('book Walkers')
  await page.keyboard.press('Tab')
  await page.keyboard.type('24 december')
  await row(0, `${new Date().getFullYear()}-12-24`)
})

test('a sum goes on from the one before, with units, is copied, kept and found again; no other text becomes one', async () => {
  await find('5*8', '5*8 = 40')
  await page.keyboard.press('Enter')
  await eventually(async () => (await copied()) === '40')
  await page.keyboard.type('+6')
  await row(0, '40 + 6 = 46')
  await page.keyboard.press('Enter')
  await eventually(async () => (await copied()) === '46')
  await page.keyboard.type('20 °C to °F')
  await row(0, '= 68 °F')
  await clear()
  for (const text of ['2026-11-27', 'veil-0003', '18:40', '2611-0417']) {
    await page.keyboard.type(text)
    await page
      .waitForFunction((typed) => document.querySelector('input')?.value === typed, {}, text)
      .catch(() => undefined)
    await new Promise((resolve) => setTimeout(resolve, 150))
    expect([text, await page.$('.lead .sum')]).toEqual([text, null])
    await clear()
  }
  await press(page, 'Alt+8')
  await row(0, '40 + 6 = 46')
  await row(1, '5*8 = 40')
})

test('the second last that was copied is pasted by its key, and any by Enter; one from a program with secrets is not found', async () => {
  const text = async () => {
    const { stack, windows } = await bench()
    return windows[stack.at(-1)!]!.content.documents.at(-1)?.draft?.text ?? ''
  }
  const act = (step: Record<string, unknown>) => session.call('POST', '/api/bench/acts', { step: { id: 'a', ...step } })
  await session.call('POST', '/api/open', { programId: 'gate-codes', place: '/home/watch/documents/gate.codes' })
  await act({ kind: 'clipboard.use', act: 'copy', programId: '' })
  await session.call('POST', '/api/open', { programId: 'night-book', whenRunning: 'raise' })
  await act({ kind: 'clipboard.use', act: 'put', programId: '', text: 'older words' })
  await act({ kind: 'clipboard.use', act: 'put', programId: '', text: 'newer words' })
  await press(page, 'Ctrl+Alt+Insert')
  await eventually(async () => (await text()).includes('older words'))
  await find('')
  await press(page, 'Alt+7')
  await row(0, 'newer words')
  expect(await page.$eval('#launcher-board', (board) => board.textContent.includes('warden'))).toBe(false)
  await press(page, 'Alt+P')
  await row(0, 'pinned')
  await page.keyboard.press('Enter')
  await eventually(async () => (await text()).includes('older wordsnewer words'))
})

test('a change on the bench is found at the next key, in both of two tabs; what is gone meanwhile is told', async () => {
  const other = await session.open('/levers')
  await page.bringToFront()
  await find('quokka')
  await seen(page, 'Nothing is named like')
  const put = { kind: 'file.put', path: '/home/watch/downloads/quokka frost.txt', file: { kind: 'file', sizeBytes: 3 } }
  await session.call('POST', '/api/bench/changes', { changes: [put] })
  await page.waitForFunction(() => document.querySelector('input')?.value === 'quokka').catch(() => undefined)
  await eventually(async () => {
    await page.keyboard.type(' ')
    await page.keyboard.press('Backspace')
    return (await ids()).includes('file:/home/watch/downloads/quokka frost.txt')
  })
  await other.bringToFront()
  await other.keyboard.press('F2')
  await other.keyboard.type('frost')
  await other.waitForSelector('[data-found="file:/home/watch/downloads/quokka frost.txt"]')
  await session.call('POST', '/api/bench/changes', { changes: [{ kind: 'file.remove', path: put.path }] })
  await other.waitForFunction(() => document.querySelector('[data-found]')?.textContent?.includes('gone'))
  await other.keyboard.press('Enter')
  await seen(other, '“quokka frost.txt” is gone')
  await unseen(other, 'as a grid')
})

test('100,000 letters pasted into the field neither hold it up nor break it', async () => {
  await find('')
  await page.evaluate(() => {
    const field = document.activeElement as HTMLInputElement
    field.value = 'x*'.repeat(50_000)
    field.dispatchEvent(new Event('input'))
  })
  await seen(page, 'is named like “x*x*')
  await clear()
  await page.keyboard.type('atlas')
  await row(0, 'Atlas Room')
})

test('what is scanned is a setting: a folder is left out at once, one that is none is told, undo finds all again', async () => {
  page = await session.open('/settings#setting-scan')
  await seen(page, 'Built at')
  const finds = async (typed: string, wanted: boolean) => {
    await page.keyboard.press('F2')
    await page.keyboard.type(typed)
    await page.waitForFunction(
      (is: boolean) => (document.querySelector('[data-found^="file:/home/watch/charts"]') !== null) === is,
      { polling: 30 },
      wanted,
    )
    await page.keyboard.press('Escape')
  }
  await finds('north.atlas', true)
  await fill(page, 'input[aria-label="Folder 1"]', '${documents}')
  await page.keyboard.press('Enter')
  await seen(page, 'Changed what the launcher looks up.')
  await finds('north.atlas', false)
  await fill(page, 'input[aria-label="Folder 1"]', 'nowhere')
  await page.keyboard.press('Enter')
  await seen(page, '“nowhere” is no folder here.')
  await button(page, 'As delivered')
  await finds('north.atlas', true)
  await button(page, 'Scan now')
  await seen(page, 'files and folders.')
})

test('a switch is switched, a level is shown where it is set; with the server away what was typed stays', async () => {
  const before = (await bench()).devices['red-lamp']!.controls.power!.value
  await find('red room lamp', 'Red room lamp: Power')
  await page.keyboard.press('Enter')
  await eventually(async () => (await bench()).devices['red-lamp']!.controls.power!.value === !before)
  const azimuth = (await bench()).devices.dome!.controls.azimuth!.value
  await find('dome azimuth', 'Dome: Azimuth')
  await page.keyboard.press('Enter')
  await page.waitForSelector('[data-bench-screen]')
  expect((await bench()).devices.dome!.controls.azimuth!.value).toBe(azimuth)
  await session.server.kill()
  await find('log the line that shall not be lost', 'the line that shall not be lost')
  await page.keyboard.press('Enter')
  await seen(page, 'The server does not answer.')
  // The board comes back with it once the pull is refused.
  await page.waitForFunction(
    () => document.querySelector<HTMLInputElement>('.launcher input')?.value === 'log the line that shall not be lost',
  )
})
