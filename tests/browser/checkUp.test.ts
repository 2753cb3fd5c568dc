import type { Page } from 'puppeteer-core'
import { expect, test } from 'vitest'
import { fileTree, namesIn } from '../../core/bench'
import type { WrittenBench } from '../../core/bench'
import type { CheckUpState, ToldFinding } from '../../contract'
import type { Lever } from '../../core/levers'
import { eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { button, chooseProgram, seen, unseen } from '../support/screen'

const session = browserSession()
let page: Page

const bench = async () => (await session.call<{ state: WrittenBench }>('GET', '/api/bench')).body.state
const names = async (folder: string) => namesIn(fileTree((await bench()).files), folder).map(([name]) => name)
const checkUp = async () =>
  (await session.call<{ state: CheckUpState; findings: ToldFinding[] }>('GET', '/api/check-up')).body
const lever = async (id: string) => (await session.call<Lever>('GET', `/api/levers/${id}`)).body
const act = (step: object) => session.call('POST', '/api/bench/acts', { step: { id: 'act', ...step } })

/** Renames an entry of the folder window that is in front, as somebody would. */
async function rename(from: string, to: string): Promise<void> {
  await page.waitForSelector(`[id$="-${from}"]`)
  await page.click(`[id$="-${from}"]`)
  await page.waitForFunction(
    (name: string) => document.querySelector(`[id$="-${name}"]`)?.ariaSelected === 'true',
    {},
    from,
  )
  await button(page, 'Rename')
  await page.waitForFunction(() => document.activeElement?.ariaLabel?.startsWith('New name of'))
  await press(page, 'Ctrl+A')
  await page.keyboard.type(to)
  await page.keyboard.press('Enter')
}

test('a folder that is renamed by hand: told beside the act, found after, mended by one click', async () => {
  // All is judged once, so that what comes later is news.
  await checkUp()
  page = await session.open('/bench')
  await act({ kind: 'place.open', places: ['/home/watch'] })
  await rename('charts', 'maps')
  await seen(page, 'would not go as meant any more')
  await button(page, 'Undo the act')
  await eventually(async () => (await names('/home/watch')).includes('charts'))
  await eventually(async () => (await checkUp()).state.faults === 2)
  await unseen(page, 'would not go as meant any more')

  await rename('charts', 'maps')
  await seen(page, 'would not go as meant any more')
  await eventually(async () => (await names('/home/watch')).includes('maps'))
  await page.click('nav a[href="/check-up"]')
  await page.waitForSelector('#finding-lever-7, [aria-label="Findings"] [role="option"]')
  await seen(page, 'There is no such file on the bench')
  const { findings } = await checkUp()
  const wanted = findings.find(({ about, mend }) => about.id === 'lever-7' && mend === 'Use south.atlas')!
  expect(wanted.parts).toEqual({ there: [], missing: ['“south.atlas”', '“comets.overlay”'] })
  await page.focus('[aria-label="Findings"]')
  await page.keyboard.type('south.atlas')
  await page.waitForFunction(
    () => document.querySelector('.view-head input[aria-label="Filter the findings"]') !== null,
  )
  await page.click('.finding .mend[title="Use south.atlas"]')
  await seen(page, 'Mended 1 finding.')
  const [step] = (await lever('lever-7')).steps
  expect(JSON.stringify(step)).toContain('maps/south.atlas')
  await eventually(async () => (await checkUp()).findings.every(({ id }) => id !== wanted.id))
})

test('several are marked and mended at once; one that is meant so is accepted, and counts no more', async () => {
  page = await session.open('/check-up')
  await page.waitForSelector('[aria-label="Findings"] [role="option"]')
  await seen(page, 'Cairn Web takes Ctrl+Alt+W')
  const before = (await checkUp()).state.faults
  await page.focus('[aria-label="Findings"]')
  await page.keyboard.type('Cairn Web takes')
  await eventually(async () => (await page.$$('[aria-label="Findings"] [role="option"]')).length === 1)
  await page.type('.accept input', 'The web is shut at night')
  await page.keyboard.press('Enter')
  await eventually(async () => (await checkUp()).state.faults === before - 1)
  await seen(page, 'No finding is like')
  await page.focus('[aria-label="Findings"]')
  await page.keyboard.press('Escape')
  await page.waitForFunction(
    (count: number) => document.querySelector('nav .count')?.textContent === `!${count}`,
    {},
    before - 1,
  )
  const mendable = (await checkUp()).findings.filter(({ mend, accepted }) => mend !== undefined && !accepted).length
  await eventually(async () => (await page.$$('[aria-label="Findings"] [role="option"] .mend')).length === mendable)
  await button(page, `Mend all ${mendable}`)
  await seen(page, `Mended ${mendable} finding`)
})

test('what would break if a program was removed is told by name', async () => {
  page = await session.open('/check-up')
  await page.waitForSelector('[aria-label="What would break"]')
  await chooseProgram(page, 'Which program', 'Atlas', 'Atlas Room')
  await button(page, 'See what would break')
  await seen(page, 'would not go as meant:')
})

test('it is pointed at on the bench: a window for its program, a lamp for its device', async () => {
  page = await session.open('/check-up')
  await page.waitForSelector('[aria-label="What would break"]')
  await button(page, 'Point at it on the bench')
  await page.click('[aria-label="Take Night Book"]')
  await button(page, 'See what would break')
  await seen(page, 'would not go as meant:')
  await page.click('input[aria-label="If"]')
  await page.waitForFunction(() => {
    const items = [...document.querySelectorAll<HTMLElement>('.el-select-dropdown__item')]
    const found = items.find(
      (item) => item.offsetParent !== null && item.textContent.includes('a device was unplugged'),
    )
    found?.click()
    return found !== undefined
  })
  await button(page, 'Point at it on the bench')
  await seen(page, 'Point at a lamp')
  await page.click('[aria-label^="Take Intercom"]')
  await seen(page, 'Which device Intercom microphone')
  await button(page, 'See what would break')
  await page.waitForSelector('.what-if [role=status]')
})
