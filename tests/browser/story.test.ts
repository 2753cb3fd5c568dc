import type { Page } from 'puppeteer-core'
import { describe, expect, test } from 'vitest'
import type { BenchState } from '../../core/bench'
import { frontProgram } from '../../core/bench'
import { triggerKeys } from '../../core/levers'
import type { Lever } from '../../core/levers'
import { eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { levers as demo } from '../../demo'
import { press } from '../support/openBrowser'
import { answer, button, chooseProgram, fill, seen, unseen } from '../support/screen'
import { startServer } from '../support/startServer'

/** So many levers there are in the beginning. */
const DEMO = demo.length

const session = browserSession()
let page: Page

const bench = async () => (await session.call<{ state: BenchState }>('GET', '/api/bench')).body.state
const levers = async () => (await session.call<Lever[]>('GET', '/api/levers')).body
const front = async () => frontProgram(await bench())?.id

describe('one lever, from a form to a keystroke to a program that opens', () => {
  test('the levers are listed with what they do; typing filters; keys do everything', async () => {
    page = await session.open('/levers')
    const rows = () => page.$$eval('.lever', (all) => all.map((row) => row.textContent!.replace(/\s+/g, ' ')))
    expect(await rows()).toHaveLength(DEMO)
    expect((await rows())[0]).toMatch(
      /1.*Chart for the dome.*Opens Atlas Room with --profile=dome.*Ctrl.*Alt.*A.*everywhere.*ready/,
    )
    await page.keyboard.type('camera f6')
    await seen(page, `2 of ${DEMO} levers`)
    await page.keyboard.press('ArrowDown')
    expect(await page.$eval('[aria-selected="true"]', (row) => row.textContent)).toContain('From chart to camera')
    await page.keyboard.press('Escape')
    await seen(page, `${DEMO} levers`)
    await page.keyboard.type('nothing like it')
    await seen(page, 'No lever has “nothing like it”')
    await page.keyboard.press('Escape')
    await page.keyboard.type('?')
    await seen(page, 'edits the selected lever')
    await page.keyboard.press('Escape')
  })

  test('a new lever: program by initials, arguments as a list, a taken chord is said before saving, a free one is offered', async () => {
    page = await session.open('/levers')
    await page.keyboard.press('Insert')
    await page.waitForSelector('.editor-form')
    await button(page, 'Save')
    await seen(page, 'Give it a name.')
    await seen(page, 'Choose a program.')
    await fill(
      page,
      '#' +
        (await page.$eval('.field label', (label) => (label as HTMLLabelElement).htmlFor.replace(/([^\w-])/g, '\\$1'))),
      'Reduce “veil” lightly',
    )
    await chooseProgram(page, 'Program of step 1', 'gr', 'Grain Reducer')
    await button(page, 'Argument')
    await page.keyboard.type('--edition=trial')
    await page.keyboard.press('Enter')
    await page.keyboard.type('${captres}/dark-300s.dark')
    await seen(page, 'There is no value named “captres”. Did you mean “captures”?')
    await page.keyboard.down('Control')
    await page.keyboard.press('KeyA')
    await page.keyboard.up('Control')
    await page.keyboard.type('${captures}/a b “c” 星.exposure')
    expect(await page.$$eval('.argv code', (all) => all.map((code) => code.textContent))).toEqual([
      '/opt/harrow/grain reducer/reduce',
      '--edition=trial',
      '/home/watch/captures/a b “c” 星.exposure',
    ])
    await seen(page, 'would be ignored. There is no such file on the bench.')

    await button(page, 'Chord')
    await page.click('button[aria-label="Press chord 1"]')
    await press(page, 'Ctrl+Alt+A')
    await seen(page, 'Taken. Ctrl+Alt+A already pulls 1 Chart for the dome in the same place')
    await page.click('button[aria-label="Press chord 1"]')
    await press(page, 'Ctrl+Alt+R')
    await seen(page, 'Lost. Grain Reducer takes Ctrl+Alt+R for “Reduce again with other darks” while it is in front')
    await page.click('button[aria-label="Press chord 1"]')
    await press(page, 'Ctrl+Alt+Delete')
    await seen(page, 'Ctrl+Alt+Delete belongs to the system')
    await fill(page, 'input[aria-label="Chord 1"]', 'Ctrl+Ctrl+M')
    await seen(page, 'Ctrl stands twice in “Ctrl+Ctrl+M”.')
    await page.click('button[aria-label="Press chord 1"]')
    await press(page, 'Ctrl+Alt+A')
    await page.waitForSelector('.offers .mono[title*="as in"]')
    const offered = await page.$eval('.triggers .offers .mono', (element) => element.textContent!.trim())
    await page.click('.triggers .offers .mono')
    await unseen(page, 'already pulls 1')
    // Nothing was pulled while keys were being captured.
    expect(await front()).toBe('night-book')
    await press(page, 'Ctrl+S')
    await seen(page, `Saved ${DEMO + 1} Reduce “veil” lightly.`)
    expect((await levers()).at(-1)).toMatchObject({
      plate: DEMO + 1,
      name: 'Reduce “veil” lightly',
      triggers: [{ chord: offered }],
      steps: [{ programId: 'grain-reducer', args: ['--edition=trial', '${captures}/a b “c” 星.exposure'] }],
    })
  })

  test('its chord opens the program; the other tab sees it; the ledger tells what was taken; put back takes it back', async () => {
    page = await session.open('/bench')
    const other = await session.open('/bench')
    const chord = triggerKeys((await levers()).at(-1)!.triggers[0]!)
    await page.bringToFront()
    await press(page, chord)
    await page.waitForSelector('.window.front[aria-label="Grain Reducer: Trial, with new darks"]')
    await other.waitForSelector('.window.front[aria-label="Grain Reducer: Trial, with new darks"]')
    await seen(other, `Pulled ${DEMO + 1} Reduce “veil” lightly.`)
    await other.close()
    await page.goto(`${session.server.url}/ledger`)
    await seen(page, 'Took --edition trial')
    await seen(page, 'Ignored /home/watch/captures/a b “c” 星.exposure. There is no such file on the bench.')
    await button(page, 'Put back')
    await seen(page, 'Put back 1 of 1 change.')
    expect(await front()).toBe('night-book')
    await page.waitForFunction(() =>
      document.querySelector('.run[aria-selected=true]')?.textContent?.includes('put back'),
    )
  })

  test(
    'keys go to the levers first, then to the program in front; ' +
      'a key that did nothing is explained; fields keep their keys',
    async () => {
      page = await session.open('/bench')
      await press(page, 'Ctrl+Alt+A')
      await page.waitForSelector('.window.front[aria-label^="Atlas Room"]')
      await press(page, 'Ctrl+F')
      await seen(page, 'Took Ctrl+F: Find an object')
      await press(page, 'F6')
      await seen(page, 'Plate Catcher is not running')
      await press(page, 'Ctrl+Alt+V')
      await page.waitForFunction(() =>
        document
          .querySelector('.trail button')
          ?.getAttribute('title')
          ?.startsWith('No lever with this chord is live here'),
      )
      await page.click('.trail button')
      await seen(page, '14 Welcome the visitors has Ctrl+Alt+V, but its frame is off.')
      await page.goto(`${session.server.url}/levers`)
      await page.waitForSelector('.lever')
      await page.click('input[aria-label="Filter the levers"]')
      const before = await bench()
      await press(page, 'Ctrl+Alt+D')
      await page.keyboard.type('x')
      await seen(page, `0 of ${DEMO + 1} levers`).catch(() => seen(page, 'No lever has'))
      expect(await bench()).toEqual(before)
      await page.click('.live .el-switch')
      await page.focus('[role="listbox"][aria-label="Levers"]')
      await press(page, 'Ctrl+Alt+D')
      expect(await bench()).toEqual(before)
      await page.click('.live .el-switch')
      await page.focus('[role="listbox"][aria-label="Levers"]')
      await press(page, 'Ctrl+Alt+D')
      await eventually(async () => (await front()) === 'dome-desk')
    },
  )

  test('windows are brought forward, minimized and closed by hand', async () => {
    page = await session.open('/bench')
    await page.focus('[aria-label^="Fell Weather"] .title')
    await page.keyboard.press('Enter')
    await eventually(async () => (await front()) === 'fell-weather')
    await page.click('[aria-label^="Fell Weather"] [aria-label="Minimize"]')
    await eventually(async () => (await bench()).windows['w-weather']!.mode === 'minimized')
    await page.click('[title="Bring back Fell Weather"]')
    await eventually(async () => (await front()) === 'fell-weather')
    await page.waitForSelector('[aria-label^="Fell Weather"] [aria-label="Close"]')
    await page.focus('[aria-label^="Fell Weather"] [aria-label="Close"]')
    await page.keyboard.press('Enter')
    await eventually(async () => !(await bench()).windows['w-weather'])
    await page.click('[aria-label^="Red room lamp: lit"]')
    await page.waitForSelector('[aria-label^="Red room lamp: dark"]')
  })

  test('the launcher finds by name, initials and alias from any view, pulls and opens, and gives the focus back', async () => {
    page = await session.open('/ledger')
    await page.keyboard.press('F2')
    await page.keyboard.type('vb')
    await page.waitForFunction(() => document.querySelector('#launcher-0')?.textContent?.includes('Visitor Board'))
    await page.keyboard.press('Enter')
    await eventually(async () => (await front()) === 'visitor-board')
    await page.keyboard.press('/')
    await page.keyboard.type('clouds')
    await page.waitForFunction(() => document.querySelector('#launcher-0')?.textContent?.includes('Cloud camera'))
    await page.keyboard.press('Enter')
    await eventually(async () => (await front()) === 'cairn-web')
    await page.keyboard.press('F2')
    await page.keyboard.type('rota')
    await page.keyboard.press('Enter')
    await eventually(async () =>
      Object.values((await bench()).windows).some((window) =>
        window.content.documents.some((document) => document.path.includes('rota')),
      ),
    )
    await page.keyboard.press('F2')
    await page.keyboard.type('zzz')
    await seen(page, 'Nothing is named like “zzz”')
    await page.keyboard.press('Escape')
    expect(await page.evaluate(() => document.activeElement?.getAttribute('aria-label'))).toBe('Runs, latest first')
  })

  test('duplicate, disable, delete, undo and redo by keys; a second tab follows', async () => {
    page = await session.open('/levers')
    const other = await session.open('/levers')
    await page.bringToFront()
    await press(page, 'Ctrl+D')
    await seen(other, 'Chart for the dome (copy)')
    await page.waitForFunction(() => document.querySelector('[aria-selected="true"]')?.textContent?.includes('(copy)'))
    await press(page, 'Ctrl+E')
    await eventually(async () => (await levers()).find((lever) => lever.plate === DEMO + 2)?.enabled === false)
    await page.keyboard.press('Delete')
    await unseen(other, 'Chart for the dome (copy)')
    await press(page, 'Ctrl+Z')
    await seen(other, 'Chart for the dome (copy)')
    await press(page, 'Ctrl+Shift+Z')
    await unseen(other, 'Chart for the dome (copy)')
    await other.close()
  })

  test('two tabs on one lever: the second is told and chooses; an unsaved draft survives leaving', async () => {
    page = await session.open('/levers/lever-2')
    const name =
      '#' +
      (await page.$eval('.field label', (label) => (label as HTMLLabelElement).htmlFor.replace(/([^\w-])/g, '\\$1')))
    await fill(page, name, 'Dome Desk by mine')
    await page.keyboard.press('Escape')
    await page.waitForSelector('.lever')
    await page.goto(`${session.server.url}/levers/lever-2`)
    await seen(page, 'This is your draft from before, not saved yet.')
    const lever = (await levers()).find((entry) => entry.id === 'lever-2')!
    await session.call('PATCH', '/api/levers/lever-2', { version: lever.version, name: 'Dome Desk by theirs' })
    await seen(page, 'This lever was edited elsewhere')
    await press(page, 'Ctrl+S')
    await page.waitForFunction(() => document.activeElement?.textContent?.trim() === 'Take theirs')
    expect((await levers()).find((entry) => entry.id === 'lever-2')!.name).toBe('Dome Desk by theirs')
    await button(page, 'Keep mine')
    await press(page, 'Ctrl+S')
    await seen(page, 'Saved 2 Dome Desk by mine.')
  })

  test('a question is asked in every view and answered in one; the server gone is said, and come back is mended', async () => {
    page = await session.open('/levers')
    await press(page, 'Ctrl+Alt+Q')
    await seen(page, 'There is unsaved work in Night Book: tonight.log*.')
    await answer(page, 'Hide instead')
    await unseen(page, 'There is unsaved work')
    await eventually(async () => (await bench()).windows['w-book']!.mode === 'hidden')
    await session.server.kill()
    await seen(page, 'The server does not answer; trying again…')
    const port = new URL(session.server.url).port
    session.server = await startServer(session.server.folder, Number(port))
    await unseen(page, 'The server does not answer')
    await session.call('POST', '/api/levers/lever-13/pull', {})
    await page.waitForSelector('.windows li.front[title^="Generator Panel"]')
  })
})
