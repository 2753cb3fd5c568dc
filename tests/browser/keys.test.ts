import type { JSHandle, Page } from 'puppeteer-core'
import { describe, expect, test } from 'vitest'
import type { BenchState } from '../../core/bench'
import { frontProgram } from '../../core/bench'
import type { Lever } from '../../core/levers'
import { draft, eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { button, seen, unseen } from '../support/screen'

const session = browserSession()
let page: Page

const bench = async () => (await session.call<{ state: BenchState }>('GET', '/api/bench')).body.state
const front = async () => frontProgram(await bench())?.id
const messages = async () => (await bench()).messages.map((message) => message.text)
const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))
const message = (text: string, trigger: Record<string, unknown>, part: Record<string, unknown> = {}) =>
  session.call<Lever>(
    'POST',
    '/api/levers',
    draft({
      name: text,
      steps: [{ id: 'a', kind: 'message.show', text }],
      triggers: [{ id: 't', ...trigger }],
      ...part,
    }),
  )

describe('keys in time, with real key events', () => {
  test('a leader and its follower, a key tapped and held, a layer', async () => {
    await message('Followed', { kind: 'sequence', sequence: 'Meta+J K', gapMs: 3000 })
    await message('Held', { kind: 'hold', key: 'F9', holdMs: 500 })
    await message('Layered', { kind: 'layer', hold: 'F10', chord: 'L' })
    page = await session.open('/bench')
    await press(page, 'Meta+J')
    await page.keyboard.press('KeyK')
    await eventually(async () => (await messages()).includes('Followed'))
    await page.keyboard.press('F9')
    await page.keyboard.down('F9')
    await sleep(800)
    await page.keyboard.up('F9')
    await eventually(async () => (await messages()).filter((text) => text === 'Held').length === 1)
    await page.keyboard.down('F10')
    await page.keyboard.press('KeyL')
    await page.keyboard.up('F10')
    await eventually(async () => (await messages()).includes('Layered'))
    expect((await messages()).filter((text) => text === 'Held')).toHaveLength(1)
  })

  test('one chord goes there in one program, back in the other, and does nothing in a third', async () => {
    for (const programId of ['plate-catcher', 'atlas-room']) await session.call('POST', '/api/open', { programId })
    page = await session.open('/bench')
    await press(page, 'F6')
    await eventually(async () => (await front()) === 'plate-catcher')
    await press(page, 'F6')
    await eventually(async () => (await front()) === 'atlas-room')
    await session.call('POST', '/api/open', { programId: 'fell-weather' })
    await eventually(async () => (await front()) === 'fell-weather')
    await press(page, 'F6')
    await seen(page, 'No lever with this chord is live here')
    expect(await front()).toBe('fell-weather')
  })
})

describe('who owns a key', () => {
  test('a clash is shown with its owner and solved by a proposal, by a click', async () => {
    page = await session.open('/levers/lever-12')
    await seen(page, 'Cairn Web takes Ctrl+Alt+W for “Close all tabs” while it is in front')
    await button(page, 'Let the lever win')
    await unseen(page, 'while it is in front, and comes first')
    await seen(page, 'loses Ctrl+Alt+W')
    await page.click('button[aria-label="Press chord 1"]')
    await press(page, 'Ctrl+Alt+L')
    await seen(page, 'already pulls 10 Log of tonight’s target')
    await page.evaluate(() =>
      [...document.querySelectorAll<HTMLButtonElement>('.clashes button')]
        .find((element) => element.innerText.startsWith('Take '))!
        .click(),
    )
    await unseen(page, 'already pulls 10')
    await press(page, 'Ctrl+S')
    await seen(page, 'Saved 12')
  })

  test(
    'the drawn keyboard shows the owner of a key; the program in ' +
      'front and the layer can be chosen; a free key begins a lever',
    async () => {
      page = await session.open('/keys')
      await page.waitForSelector('[data-code="KeyA"].ours')
      await page.click('[data-code="KeyA"]')
      await seen(page, '1 Chart for the dome')
      await page.keyboard.down('Control')
      await page.waitForSelector('[data-code="KeyA"].free')
      await page.keyboard.up('Control')
      await page.waitForSelector('[data-code="KeyA"].ours')
      await page.$eval('[data-code="KeyJ"]', (element) => (element as SVGElement).focus())
      await page.keyboard.press('Enter')
      await seen(page, 'Make a lever with it')
      await button(page, 'Make a lever with it')
      await page.waitForFunction(
        () =>
          (document.querySelector('input[aria-label="Chord 1"]') as HTMLInputElement | null)?.value === 'Ctrl+Alt+J',
      )
      await page.click('[aria-label="Where its keys are live"]')
      await page.evaluate(() =>
        [...document.querySelectorAll<HTMLElement>('.el-select-dropdown__item')]
          .find((item) => item.innerText.trim() === 'Only in front of')!
          .click(),
      )
      await button(page, 'Point at its window')
      await (await page.waitForSelector('button[aria-label="Take Night Planner"]'))!.click()
      await seen(page, 'Night Planner')
    },
  )

  test('a key that did nothing is explained in full, and every event stands in the list', async () => {
    page = await session.open('/keys?tab=history')
    await page.focus('[aria-label="Key events, latest first"]')
    await press(page, 'Ctrl+Alt+V')
    // By all that it says: another key before it did nothing either, and others may come above it.
    const row = await page.waitForFunction(() =>
      [...document.querySelectorAll<HTMLElement>('.event')].find(({ textContent }) =>
        textContent?.includes('No lever with this chord is live here: the key stays with the view'),
      ),
    )
    await (row as JSHandle<HTMLElement>).evaluate((element) => element.click())
    await seen(page, '14 Welcome the visitors has Ctrl+Alt+V, but its frame is off.')
    await page.click('.tools .el-switch')
    await page.waitForFunction(() => document.querySelectorAll('.event').length >= 6)
  })

  test('a frame waits for its condition, is switched from the strip, and gives a row of keys to its levers', async () => {
    page = await session.open('/keys?tab=frames')
    await page.click('.row.frame:nth-of-type(3)')
    await page.waitForFunction(
      () => (document.querySelector('input[aria-label="Name of the frame"]') as HTMLInputElement).value === 'Outreach',
    )
    await button(page, 'A row for the levers')
    await button(page, 'Save')
    await seen(page, 'Changed the keys of Outreach; in force at the next key.')
    await page.evaluate(() => (document.activeElement as HTMLElement).blur())
    await page.click('[aria-label="Frames"] button[title^="Frame Outreach"]')
    await page.waitForSelector('[aria-label="Frames"] button[title="Frame Outreach: on. Switch it."]')
    await page.focus('[role="listbox"][aria-label="Frames"]')
    await press(page, 'Meta+1')
    await eventually(async () => (await front()) === 'visitor-board')
  })
})

test('the timing lab replays typing and proposes a key and a time, which is then in force', async () => {
  page = await session.open('/keys?tab=lab')
  await button(page, 'Replay')
  await page.waitForSelector('.proposal')
  await page.waitForSelector('.apexcharts-series')
  const holdMs = await page.$eval('.proposal button', (element) => Number(/\d+/.exec(element.textContent!)![0]))
  await page.click('.proposal button')
  await eventually(
    async () =>
      (await session.call<{ keySettings: { timing: { holdMs: number } } }>('GET', '/api/state')).body.keySettings.timing
        .holdMs === holdMs,
  )
  await page.focus('textarea[aria-label="Type here"]')
  await page.keyboard.type('clear sky after ten', { delay: 12 })
  await button(page, 'Keep it')
  await seen(page, 'times and key codes')
})
