import type { Page } from 'puppeteer-core'
import { expect, test } from 'vitest'
import type { RunSummary } from '../../contract'
import type { WrittenBench } from '../../core/bench'
import type { Lever } from '../../core/levers'
import { draft, eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { button, chooseProgram, fill, seen } from '../support/screen'

const session = browserSession()
let page: Page

const bench = async () => (await session.call<{ state: WrittenBench }>('GET', '/api/bench')).body.state
const runs = async () => (await session.call<RunSummary[]>('GET', '/api/runs?limit=50')).body

/** Chooses an entry of a choice by what it is called. */
async function choose(label: string, name: string): Promise<void> {
  await page.click(`.el-select__wrapper:has([aria-label="${label}"])`)
  await page.waitForFunction(
    (wanted: string) => {
      const all = [...document.querySelectorAll<HTMLElement>('.el-select-dropdown__item')]
      const option = all.find((item) => item.offsetParent !== null && item.textContent.trim() === wanted)
      // It may still be on its way to its place, so that a pointer would meet another one.
      option?.click()
      return option !== undefined
    },
    {},
    name,
  )
}

test('a lever gets a tile and a lamp in its editor, and is pulled by a click on either, in every view', async () => {
  const { body } = await session.call<Lever>(
    'POST',
    '/api/levers',
    draft({ name: 'Say hello', triggers: [], steps: [{ id: 'a', kind: 'message.show', text: 'Hello, fell' }] }),
  )
  page = await session.open(`/levers/${body.id}`)
  await button(page, 'Way')
  await seen(page, 'By its tile in the bench strip.')
  await button(page, 'Way')
  await choose('Way 2', 'a click on a lamp')
  await choose('Lamp of way 2', 'Dome, Shutter')
  await press(page, 'Ctrl+S')
  await seen(page, `Saved ${body.plate} Say hello`)
  await page.click('[aria-label="Tiles"] [title^="Pull"][title$="Say hello"]')
  await eventually(async () =>
    (await runs()).some(({ leverName, source }) => leverName === 'Say hello' && source === 'tile'),
  )
  const shutter = (await bench()).devices.dome!.controls.shutter!.value
  await page.click('[aria-label="Bench strip"] [aria-label^="Dome: closed"]')
  await eventually(async () =>
    (await runs()).some(({ leverName, source }) => leverName === 'Say hello' && source === 'lamp'),
  )
  expect((await bench()).devices.dome!.controls.shutter!.value).toBe(shutter)
})

test('a lever waits for a file, is told when it would set itself off, and does what it waits for', async () => {
  page = await session.open('/levers/new')
  await fill(page, '.field input', 'Greet the frost')
  await button(page, 'Way')
  await choose('Way 1', 'at a time of the day')
  await seen(page, 'At 18:00 every day; next')
  await choose('Way 1', 'a program starts')
  await page.click('input[aria-label="Program of way 1"]')
  await page.keyboard.type('visitor')
  await page.keyboard.press('Enter')
  await seen(page, 'When Visitor Board starts.')
  await chooseProgram(page, 'Program of step 1', 'visitor', 'Visitor Board')
  await seen(page, 'it would set itself off again, and is stopped then')
})
