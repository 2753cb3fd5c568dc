import type { Page } from 'puppeteer-core'
import { describe, expect, test } from 'vitest'
import { fileTree, namesIn } from '../../core/bench'
import type { WrittenBench } from '../../core/bench'
import type { Lever } from '../../core/levers'
import type { Step } from '../../core/steps'
import type { RunSummary } from '../../contract'
import { eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { answer, button, seen } from '../support/screen'

const session = browserSession()
let page: Page

const bench = async () => (await session.call<{ state: WrittenBench }>('GET', '/api/bench')).body.state
const names = async (folder: string) =>
  namesIn(fileTree((await bench()).files), folder)
    .map(([name]) => name)
    .sort()
const levers = async () => (await session.call<Lever[]>('GET', '/api/levers')).body
const runs = async () => (await session.call<RunSummary[]>('GET', '/api/runs?limit=5')).body
const settings = async () =>
  (await session.call<{ settings: { pinned: { names: string[] } } }>('GET', '/api/state')).body.settings
const kits = async () => (await session.call<{ name: string }[]>('GET', '/api/kits')).body
const downloads = '/home/watch/downloads'

/** Goes on with Tab until the focus is on something of that name, as somebody without a pointer does. */
async function tabTo(name: string): Promise<void> {
  for (let i = 0; i < 120; i++) {
    const at = await page.evaluate(() => {
      const element = document.activeElement as HTMLElement | null
      return element?.getAttribute('aria-label') ?? element?.innerText?.trim() ?? ''
    })
    if (at === name) return
    await page.keyboard.press('Tab')
  }
  throw new Error(`no way to “${name}” with Tab`)
}

const sheetFocused = () =>
  page.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Steps of the run sheet')

/** Types a step into the empty row that has the focus, and takes the best offer. */
async function say(words: string, wanted: string): Promise<void> {
  await page.keyboard.type(words)
  await page.waitForFunction(
    (text: string) => document.querySelector('#offer-0')?.textContent?.includes(text),
    {},
    wanted,
  )
  await page.keyboard.press('Enter')
  await sheetFocused()
}

/** The empty row at the end of the sheet. */
async function toEnd(): Promise<void> {
  await page.keyboard.press('End')
  await page.keyboard.press('ArrowDown')
  await page.waitForFunction(() => document.activeElement?.getAttribute('role') === 'combobox')
}

const rowTexts = () =>
  page.$$eval('[role="treeitem"] .sentence', (all) => all.map((row) => row.textContent!.replace(/\s+/g, ' ').trim()))

/** The rows are typed, in blocks and behind them. */
async function writeRows(): Promise<void> {
  page = await session.open('/levers')
  await page.keyboard.press('Insert')
  await page.waitForSelector('.editor-form')
  await page.keyboard.type('A group of visitors')
  await tabTo('Write it as a run sheet')
  await page.keyboard.press('Enter')
  await tabTo('What comes next, in a few words')
  await say('say Setting up for the visitors', 'Announces “Setting up for the visitors”')
  await toEnd()
  await say('close night planner', 'Closes Night Planner')
  await toEnd()
  await say('open visitor board', 'Opens Visitor Board')
  await toEnd()
  await say('each file downloads', 'For each file of ${downloads}')
  // A letter in the list begins a row: in the block that is at hand.
  await say('move ${file} to ${desktop}/set aside', 'Moves ${file} to ${desktop}/set aside')
  await toEnd()
  await say('if hand microphone missing', 'If Hand microphone is not plugged in'.slice(3))
  await say('say Bring the hand microphone', 'Announces “Bring the hand microphone”')
  await toEnd()
  await say('pull who is visiting as group', 'calls the answer group')
  await toEnd()
  await say('if not open ${group.page}', 'no window with “${group.page}” is open')
  await say('open ${group.page}', 'Opens ${group.page}')
  await toEnd()
  await say('find Visitor bookings as bookings', 'calls it bookings')
  await toEnd()
  await say('open ${bookings.address}', 'Opens ${bookings.address}')
  expect(await rowTexts()).toEqual([
    'Announces “Setting up for the visitors”.',
    'Closes Night Planner and asks about unsaved work.',
    'Opens Visitor Board.',
    'For each file of ${downloads}, by name, called file',
    'Moves ${file} to ${desktop}/set aside, which is made if it is missing; ' +
      'where a name is taken, keeps both, the new one under another name.',
    'If Hand microphone is not plugged in',
    'Announces “Bring the hand microphone”.',
    'Pulls 38 Who is visiting? and calls the answer group.',
    'If no window with “${group.page}” is open',
    'Opens ${group.page}.',
    'Looks up “Visitor bookings” exactly as a named address and calls it bookings.',
    'Opens ${bookings.address}.',
  ])
}

/** A row is edited in place, moved, taken into a block and out of it, doubled, switched off, and all of it undone. */
async function editRows(): Promise<void> {
  const before = await rowTexts()
  await page.keyboard.press('Home')
  await page.keyboard.press('Enter')
  await page.waitForFunction(() => document.activeElement?.matches('select.field'))
  await page.keyboard.press('Escape')
  await sheetFocused()
  await press(page, 'Alt+Down')
  expect((await rowTexts()).slice(0, 2)).toEqual([before[1], before[0]])
  for (let i = 0; i < 3; i++) await press(page, 'Alt+Down')
  await press(page, 'Alt+Right')
  const levels = () => page.$$eval('[role="treeitem"]', (all) => all.map((row) => row.getAttribute('aria-level')))
  const inBlock = (await rowTexts()).indexOf(before[0]!)
  expect((await levels())[inBlock]).toBe('2')
  await press(page, 'Alt+Left')
  expect((await levels())[(await rowTexts()).indexOf(before[0]!)]).toBe('1')
  await press(page, 'Ctrl+D')
  expect((await rowTexts()).filter((text) => text === before[0])).toHaveLength(2)
  await press(page, 'Ctrl+E')
  await page.waitForSelector('.sheet-row.off')
  for (let i = 0; i < 8; i++) await press(page, 'Ctrl+Z')
  expect(await rowTexts()).toEqual(before)
}

/** A row of the loop is tried alone with the first file; the rest waits for its turn. */
async function tryOneRow(): Promise<void> {
  await page.keyboard.press('Home')
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowDown')
  await seen(page, 'file.name')
  const before = await names(downloads)
  await press(page, 'Ctrl+Enter')
  await eventually(async () => (await names(downloads)).length === before.length - 1)
  expect(await names('/home/watch/desktop/set aside')).toEqual([before[0]])
  const [run] = await runs()
  expect([run!.source, run!.outcome, run!.changeCount]).toEqual(['trial', 'done', 2])
  await session.call('POST', `/api/runs/${run!.id}/put-back`)
  expect(await names(downloads)).toEqual(before)
}

/** It is tried step by step, with a pause, and a value altered in between. */
async function tryStepByStep(): Promise<void> {
  await page.focus('[aria-label="Steps of the run sheet"]')
  await page.keyboard.press('Home')
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowDown')
  await page.keyboard.press('F9')
  await page.waitForSelector('[aria-label="Pauses here"]')
  await tabTo('Pull it all')
  await page.keyboard.press('Enter')
  await seen(page, 'It pauses before the lit row.')
  expect((await runs())[0]!.path).toBe('3')
  await tabTo('One step')
  await page.keyboard.press('Enter')
  await eventually(async () => (await runs())[0]!.path === '3.steps.0')
  await tabTo('Stop')
  await page.keyboard.press('Enter')
  await eventually(async () => (await runs())[0]!.phase === 'ended')
  await session.call('POST', `/api/runs/${(await runs())[0]!.id}/put-back`)
}

/** It is bound to a key, pulled with the group chosen from the list, and undone by the same key. */
async function pullAndUndo(): Promise<void> {
  await tabTo('Chord')
  await page.keyboard.press('Enter')
  await tabTo('Press chord 1')
  await page.keyboard.press('Enter')
  await press(page, 'Meta+Alt+F9')
  await tabTo('When it has ended, another pull')
  await page.keyboard.press('Enter')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await press(page, 'Ctrl+S')
  await seen(page, 'A group of visitors')
  await page.waitForFunction(() => location.pathname === '/levers')
  const made = (await levers()).find(({ name }) => name === 'A group of visitors')!
  expect([made.pulledAgain, made.steps.length]).toEqual(['put-back', 9])
  const before = await bench()

  await press(page, 'Meta+Alt+F9')
  await seen(page, 'Who is visiting?')
  await page.waitForFunction(() => document.activeElement?.closest('.question-board'))
  await page.keyboard.type('walk')
  await seen(page, 'Fell Walkers, evening')
  await page.keyboard.press('Enter')
  await eventually(async () => (await runs())[0]!.phase === 'ended')
  expect((await runs())[0]!.outcome).toBe('done')
  const after = await bench()
  const open = Object.values(after.windows).flatMap(({ content }) => content.documents.map(({ path }) => path))
  expect(open).toContain('https://visits.harrowfell.example/walkers')
  expect(open).toContain('https://visits.harrowfell.example/')
  expect(await names(downloads)).toEqual([])
  expect(Object.values(after.windows).map(({ programId }) => programId)).not.toContain('night-planner')

  await page.waitForFunction(() => !document.querySelector('.question-board'))
  await press(page, 'Meta+Alt+F9')
  await eventually(async () => (await runs())[0]!.putBack !== 'no')
  expect((await runs())[0]!.putBack).toBe('whole')
  expect(await bench()).toEqual(before)
}

test('a visit, written from nothing by keyboard alone, tried, bound to a key, pulled, and undone by the same key', async () => {
  await writeRows()
  await editRows()
  await tryOneRow()
  await tryStepByStep()
  await pullAndUndo()
}, 120_000)

describe('what a sheet shows and takes', () => {
  const sheetOf = async (name: string) => {
    const lever = (await levers()).find((one) => one.name === name)!
    page = await session.open(`/levers/${lever.id}`)
    await page.waitForSelector('[aria-label="Steps of the run sheet"]')
    return lever
  }

  test('rows are copied as text and pasted into another sheet; what is no step is refused', async () => {
    await sheetOf('Rest for half an hour')
    await session.browser.defaultBrowserContext().overridePermissions(session.server.url, ['clipboard-read'])
    await page.focus('[aria-label="Steps of the run sheet"]')
    await page.keyboard.press('Home')
    await press(page, 'Shift+Down')
    await press(page, 'Ctrl+C')
    // The clipboard of a browser takes its time.
    await page.waitForFunction(async () => (await navigator.clipboard.readText()).includes('keenLever'))
    const copied = JSON.parse(await page.evaluate(() => navigator.clipboard.readText())) as { steps: Step[] }
    expect(copied.steps.map(({ kind }) => kind)).toEqual(['programs.put-away', 'device.control'])
    await sheetOf('Visitors first')
    const before = await rowTexts()
    await page.focus('[aria-label="Steps of the run sheet"]')
    await page.keyboard.press('End')
    await press(page, 'Ctrl+V')
    await page.waitForFunction(
      (count: number) => document.querySelectorAll('[role="treeitem"]').length === count,
      {},
      before.length + 2,
    )
    await page.evaluate(() => {
      const clipboardData = new DataTransfer()
      clipboardData.setData('text/plain', 'nothing of the kind')
      document.activeElement!.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true }))
    })
    await seen(page, 'This is no text with steps.')
  })

  test('a text is replaced in this sheet and in all others at once, and taken back in them by one undo', async () => {
    const say = (name: string, text: string) =>
      session.call('POST', '/api/levers', {
        name,
        frameId: 'desk',
        triggers: [],
        steps: ['a', 'b'].map((id) => ({ id, kind: 'message.show', text })),
      })
    await say('Tells of the louvre', 'The louvre is shut')
    await say('Tells of it too', 'Open the Louvre first')
    await say('Tells of it last', 'No louvre tonight')
    const told = async () =>
      (await levers()).flatMap(({ name, steps }) =>
        name.startsWith('Tells of') && steps[0]!.kind === 'message.show' ? [steps[0]!.text] : [],
      )
    await sheetOf('Tells of the louvre')
    await page.focus('[aria-label="Steps of the run sheet"]')
    await press(page, 'Ctrl+F')
    await page.type('[aria-label="Find in the texts of the steps"]', 'louvre')
    await seen(page, '2 here, 2 other levers')
    await page.type('[aria-label="Replace by"]', 'shutter')
    await button(page, 'In all levers')
    await seen(page, 'Replaced in 2 other levers and in 2 texts of this sheet.')
    // This sheet is not saved yet.
    expect(await told()).toEqual(['The louvre is shut', 'Open the shutter first', 'No shutter tonight'])
    expect((await rowTexts()).filter((text) => text.includes('The shutter is shut'))).toHaveLength(2)
    await button(page, 'Undo in others')
    await eventually(async () => (await told())[1] === 'Open the Louvre first')
    expect(await told()).toEqual(['The louvre is shut', 'Open the Louvre first', 'No louvre tonight'])
  })

  test('a name is given another value on the way of a rehearsal, and counts from there on', async () => {
    await session.call('POST', '/api/levers', {
      name: 'Greets somebody',
      frameId: 'desk',
      triggers: [],
      steps: [
        { id: 'a', kind: 'value.set', as: 'who', from: { kind: 'text', text: 'Ada' } },
        { id: 'b', kind: 'message.show', text: 'Hello ${who}' },
        { id: 'c', kind: 'value.set', as: 'farewell', from: { kind: 'text', text: 'Bye ${who}' } },
        { id: 'd', kind: 'message.show', text: '${farewell}' },
      ],
    })
    await sheetOf('Greets somebody')
    const named = (name: string, value: string) =>
      page.waitForFunction(
        (way: string, text: string) =>
          [...document.querySelectorAll('[aria-label="Values here"] dt')].some(
            (term) => term.textContent === way && term.nextElementSibling!.textContent!.includes(text),
          ),
        {},
        name,
        value,
      )
    await page.focus('[aria-label="Steps of the run sheet"]')
    await page.keyboard.press('Home')
    await page.keyboard.press('F10')
    await seen(page, 'Rehearsed as far as the lit row: 0 changes')
    await page.keyboard.press('F10')
    await named('who', 'Ada')
    await button(page, 'Change')
    await page.waitForSelector('input[aria-label="Value of who"]')
    await page.focus('input[aria-label="Value of who"]')
    await press(page, 'Ctrl+A')
    await page.keyboard.type('Bo')
    await page.keyboard.press('Enter')
    await named('who', 'Bo')
    await button(page, 'One step')
    await seen(page, 'Rehearsed as far as the lit row: 1 change, none made.')
    await button(page, 'One step')
    await named('farewell', 'Bye Bo')
  })

  test('a rehearsal is walked through, back too, and answered on the way; nothing of it is done', async () => {
    await sheetOf('Set up for a visiting group')
    const before = await bench()
    const runsBefore = (await runs()).length
    const lit = () => page.$eval('[aria-current="step"] .number', (number) => number.textContent!.trim())
    const now = (number: string) => eventually(async () => (await lit().catch(() => '')) === number)
    await page.focus('[aria-label="Steps of the run sheet"]')
    await page.keyboard.press('Home')
    await page.keyboard.press('F10')
    await now('1')
    await seen(page, 'Rehearsed as far as the lit row: 0 changes, none made.')
    for (const number of ['2', '3', '4', '5', '6']) {
      await page.keyboard.press('F10')
      await now(number)
    }
    // The file of the loop’s first round is known where the walk stands.
    await page.waitForFunction(() =>
      document.querySelector('[aria-label="Values here"]')?.textContent?.includes('file.name'),
    )
    await press(page, 'Ctrl+F10')
    await now('5')
    await seen(page, 'Rehearsed as far as the lit row: 4 changes, none made.')
    await button(page, 'Go on')
    await seen(page, 'It asks: Who is visiting?')
    await answer(page, 'Fell Walkers, evening')
    await seen(page, 'Rehearsed to its end: done')
    await page.waitForFunction(() => !document.querySelector('.question-board'))
    await button(page, 'One step back')
    await seen(page, 'Rehearsed as far as the lit row')
    await button(page, 'Forget what was answered')
    await seen(page, 'It asks: Who is visiting?')
    await button(page, 'Leave the rehearsal')
    await seen(page, 'The rehearsal stops where it asks: Who is visiting?')
    // Nothing stands on the board until it is asked for.
    expect(await page.$('.question-board')).toBeNull()
    // Whoever leaves while it asks is asked no more.
    await button(page, 'Rehearse step by step')
    await button(page, 'Go on')
    await page.waitForSelector('.question-board')
    await button(page, 'Leave the rehearsal')
    await page.waitForFunction(() => !document.querySelector('.question-board'))
    await seen(page, 'The rehearsal stops where it asks: Who is visiting?')
    await button(page, 'Answer')
    await answer(page, 'Beckside School')
    await page.waitForFunction(() => !document.body.innerText.includes('The rehearsal stops where it asks'))
    expect([await bench(), (await runs()).length]).toEqual([before, runsBefore])
  })

  test('what a lever is given is typed where it is rehearsed, in the list and in its sheet', async () => {
    page = await session.open('/levers')
    await page.type('[placeholder^="Filter by name"]', 'Write into the night')
    await page.waitForFunction(() => document.querySelectorAll('main [role="option"]').length === 1)
    await page.click('main [role="option"]')
    await seen(page, 'Once it is given line, this shows what it would do.')
    await page.type('[aria-label="Rehearsal"] input', 'Seeing 2.1')
    await page.waitForFunction(() =>
      document.querySelector('[aria-label="Rehearsal"] .sentence-list')?.textContent?.includes('tonight.log'),
    )
    await sheetOf('Remind me')
    await seen(page, 'To rehearse it, choose a row and give minutes a value to try it with.')
    await page.focus('[aria-label="Steps of the run sheet"]')
    await page.keyboard.press('Home')
    await button(page, 'Try with…')
    await page.waitForSelector('input[aria-label="Value of minutes"]')
    await page.focus('input[aria-label="Value of minutes"]')
    await page.keyboard.type('soon')
    await page.keyboard.press('Enter')
    await seen(page, 'minutes: Give a number, such as 12 or 0.5.')
    await page.$$eval('[aria-label="Values here"] dt', (terms) =>
      terms
        .find((term) => term.textContent === 'minutes')!
        .nextElementSibling!.querySelector('button')!
        .click(),
    )
    await page.focus('input[aria-label="Value of minutes"]')
    await press(page, 'Ctrl+A')
    await page.keyboard.type('25')
    await page.keyboard.press('Enter')
    await page.waitForFunction(() => !document.body.innerText.includes('Give a number'))
    await button(page, 'Rehearse step by step')
    await button(page, 'Go on')
    await seen(page, 'Rehearsed to its end: done, 1 change, none made.')
  })

  test('a kit asks for its names and stands in the sheet as a copy', async () => {
    await sheetOf('Visitors first')
    await page.focus('[aria-label="Steps of the run sheet"]')
    await page.keyboard.press('End')
    await page.keyboard.press('ArrowDown')
    await page.keyboard.type('set files aside')
    await seen(page, 'Kit: Set files aside')
    await page.keyboard.press('Enter')
    await page.waitForSelector('form[aria-label="Values of the kit"]')
    await page.keyboard.type('/home/watch/captures')
    await page.keyboard.press('Enter')
    await seen(page, 'For each file of /home/watch/captures, newest first')
  })

  test('one row and then the next part of it are edited by key, a row is rehearsed alone, names are pinned', async () => {
    await sheetOf('After the visit')
    await page.focus('[aria-label="Steps of the run sheet"]')
    await page.keyboard.press('Home')
    const place = (await rowTexts()).findIndex((text) => text.startsWith('Opens Night Planner'))
    for (let i = 0; i < place; i++) await page.keyboard.press('ArrowDown')
    // Only this row: the others change nothing in the rehearsal that is shown.
    await press(page, 'Ctrl+Shift+Enter')
    await seen(page, 'Only these rows are rehearsed: 1 change.')
    await page.keyboard.press('Enter')
    const selector = 'input[aria-label="Choose instead of Night Planner"]'
    await page.waitForSelector(selector)
    await page.waitForFunction(
      (field: string) => document.activeElement === document.querySelector(field),
      {},
      selector,
    )
    await press(page, 'Alt+P')
    await eventually(async () => (await settings()).pinned.names.includes('program:night-planner'))
    await page.keyboard.type('Night Book')
    await page.waitForFunction(() =>
      [...document.querySelectorAll('.el-select-dropdown__item.is-hovering')].some((item) =>
        item.textContent!.includes('Night Book'),
      ),
    )
    await page.keyboard.press('Enter')
    await eventually(async () => (await rowTexts())[place]!.startsWith('Opens Night Book'))
    await page.keyboard.press('Enter')
    await page.waitForSelector('input[aria-label="Choose instead of Night Book"]')
    // The list opens at what is chosen; what is pinned stands at its top.
    await page.waitForFunction(() => {
      const list = document.querySelector('.el-popper[aria-hidden="false"] .el-select-dropdown__list')
      if (list) list.scrollTop = 0
      return list?.querySelector('.el-select-dropdown__item')?.textContent?.trim() === 'Night Planner'
    })
    await page.keyboard.press('Escape')
    await sheetFocused()
    await press(page, 'Ctrl+Z')
    await eventually(async () => (await rowTexts())[place]!.startsWith('Opens Night Planner'))
  })

  test('a kit gets another name where it is chosen, and can be taken back', async () => {
    await sheetOf('Visitors first')
    await page.focus('[aria-label="Steps of the run sheet"]')
    await page.keyboard.press('End')
    await page.keyboard.press('ArrowDown')
    await page.keyboard.type('set files aside')
    await seen(page, 'Kit: Set files aside')
    await page.keyboard.press('F2')
    await page.waitForSelector('form[aria-label="Change the kit"] input:focus')
    await page.keyboard.type(' for later')
    await page.keyboard.press('Enter')
    await seen(page, 'Changed the kit Set files aside for later.')
    expect((await kits()).map(({ name }) => name)).toContain('Set files aside for later')
    await button(page, 'Undo')
    await eventually(async () => (await kits()).some(({ name }) => name === 'Set files aside'))
  })

  test('the way back of a run is a lever of its own', async () => {
    await session.call('POST', '/api/levers/lever-40/pull', { source: 'api' })
    await sheetOf('Sort last night’s exposures')
    await seen(page, '4 ×')
    await tabTo('Way back…')
    await page.keyboard.press('Enter')
    await seen(page, 'Edit Way back from Sort last night’s exposures')
    const made = (await levers()).at(-1)!
    expect(made.steps.map(({ kind }) => kind)).toContain('files.move')
    await session.call('POST', `/api/levers/${made.id}/pull`, { source: 'api' })
    expect((await names('/home/watch/captures')).filter((name) => name.endsWith('.exposure'))).toHaveLength(3)
  })
})
