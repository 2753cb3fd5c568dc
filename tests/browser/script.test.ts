import type { Page } from 'puppeteer-core'
import { expect, test } from 'vitest'
import type { RunAnswer } from '../../contract'
import type { Lever } from '../../core/levers'
import { eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { button, fill, seen } from '../support/screen'

const session = browserSession()
let page: Page
const EDITOR = '.script-editor .cm-content'

const levers = async () => (await session.call<Lever[]>('GET', '/api/levers')).body
const inEditor = () => page.$$eval(`${EDITOR} .cm-line`, (lines) => lines.map((line) => line.textContent).join('\n'))

test('a row with a script is typed, completed, mended at its line, tried, kept and pulled', async () => {
  const lever = (await levers()).find(({ name }) => name === 'Good morning')!
  page = await session.open(`/levers/${lever.id}`)
  await page.waitForSelector('[aria-label="What comes next, in a few words"]')
  await page.focus('[aria-label="What comes next, in a few words"]')
  await page.keyboard.type('script')
  await seen(page, 'Run a script')
  await page.keyboard.press('Enter')
  await page.waitForSelector(EDITOR)
  await seen(page, 'The script is empty')

  // Names in scope and parts of the bench are offered; the first is taken by Enter.
  await page.focus(EDITOR)
  await page.keyboard.type('const at = values.docu')
  await page.waitForSelector('.cm-tooltip-autocomplete')
  await page.waitForFunction(() => document.querySelector('.cm-tooltip-autocomplete li')?.textContent === 'documents')
  // The list takes no key in its first moments, so that what is typed is not taken for a choice.
  await new Promise((resolve) => setTimeout(resolve, 120))
  await page.keyboard.press('Enter')
  expect(await inEditor()).toBe('const at = values.documents')
  await page.keyboard.press('Enter')
  await page.keyboard.type('return benhc.windows.length')
  await press(page, 'Ctrl+Enter')
  await seen(page, "Line 2: ReferenceError: 'benhc' is not defined")
  await page.waitForSelector('.cm-lintRange-error')
  expect(await page.$eval('.cm-lintRange-error', (mark) => mark.closest('.cm-line')!.textContent)).toContain('benhc')

  await press(page, 'Ctrl+A')
  await page.keyboard.type("steps.push({ kind: 'program.raise', programId: 'Fell Weather' ")
  await page.keyboard.press('End')
  await page.keyboard.press('Enter')
  await page.keyboard.type('return bench.programs.length > 3')
  await button(page, 'Try it')
  await seen(page, 'It would have 1 step done')
  await seen(page, 'nothing was changed by trying it')
  await fill(page, '.row-inspector input[type="text"], .row-inspector .mono input', 'many')
  await button(page, 'Save')
  const saved = await eventually(async () => {
    const step = (await levers()).find(({ id }) => id === lever.id)!.steps.find(({ kind }) => kind === 'script.run')
    return step?.kind === 'script.run' && step
  })
  expect(saved.script).toContain('Fell Weather')
  const run = (await session.call<RunAnswer>('POST', `/api/levers/${lever.id}/pull`, {})).body
  expect(run.trace.filter(({ path }) => path.includes('.made.')).map(({ outcome }) => outcome)).toEqual(['done'])
})

test('the editor is left by Tab, and what is typed there is no hotkey', async () => {
  const lever = (await levers()).find(({ name }) => name === 'What is not saved?')!
  page = await session.open(`/levers/${lever.id}`)
  await page.waitForFunction(() => document.body.textContent?.includes('Runs a script of'))
  await page.evaluate(() => {
    const rows = [...document.querySelectorAll<HTMLElement>('*')].filter(({ textContent }) =>
      textContent?.startsWith('Runs a script of'),
    )
    rows.at(-1)!.click()
  })
  await page.waitForSelector(EDITOR)
  await page.focus(EDITOR)
  await page.keyboard.press('Delete')
  await seen(page, 'Runs a script of 7 lines')
  await page.keyboard.press('Tab')
  expect(await page.evaluate(() => document.activeElement?.closest('.script-editor') === null)).toBe(true)
})
