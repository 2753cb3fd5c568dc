import type { Page } from 'puppeteer-core'
import { expect, test } from 'vitest'
import type { RunAnswer } from '../../contract'
import type { Lever } from '../../core/levers'
import { draft, eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { button, seen } from '../support/screen'

const session = browserSession()
let page: Page

const make = async (part: object) =>
  (await session.call<Lever>('POST', '/api/levers', draft({ triggers: [], ...part }))).body
const pull = async (lever: Lever, inputs?: object) =>
  (await session.call<RunAnswer>('POST', `/api/levers/${lever.id}/pull`, inputs ? { inputs } : {})).body
const say = (text: string) => ({ id: 's', kind: 'message.show', text })
const shownRuns = () =>
  page.$$eval('.run[role=option]', (rows) => rows.map((row) => row.querySelector('strong')!.textContent))

/** What the view says of how many runs there are. */
const counted = (words: string) =>
  page.waitForFunction(
    (wanted: string) => document.querySelector('.view-head [role=status]')?.textContent === wanted,
    {},
    words,
  )

test('the ledger goes back as far as one scrolls, looks for what is typed, and shows what is pulled meanwhile', async () => {
  const common = await make({ name: 'Common', steps: [say('a')] })
  const rare = await make({ name: 'Rare eclipse', steps: [say('b')] })
  await pull(rare)
  for (let i = 0; i < 230; i++) await pull(common)
  page = await session.open('/ledger')
  await counted('The latest 100 runs')
  await page.focus('[aria-label="Runs, latest first"]')
  // Down to the very first run, page by page: each comes as the end of the one before is reached.
  for (const words of ['The latest 200 runs', '231 runs']) {
    await page.keyboard.press('End')
    await counted(words)
  }
  await page.keyboard.press('End')
  await page.waitForFunction(() =>
    document.querySelector('.run[aria-selected=true] strong')?.textContent?.includes('Rare eclipse'),
  )
  await page.keyboard.type('ecli')
  await counted('1 run')
  expect(await shownRuns()).toEqual(['Rare eclipse'])
  expect(new URL(page.url()).searchParams.get('text')).toBe('ecli')
  await pull(rare)
  await counted('2 runs')
  await pull(common)
  await page.keyboard.press('Escape')
  await page.waitForFunction(() => document.querySelector('.run[role=option] strong')?.textContent === 'Common')
  // What is looked for stands in the address: it is there again after a reload.
  await page.goto(`${session.server.url}/ledger?text=ecli`)
  await counted('2 runs')
  await page.goto(`${session.server.url}/ledger?outcome=failed`)
  await seen(page, 'No run is like that.')
  await button(page, 'Show all runs')
  await counted('The latest 100 runs')
  // As a table it has every one of them, shown or not: 231 from the beginning and two since, below the names of columns.
  await page.evaluate(() => {
    const made = URL.createObjectURL.bind(URL)
    URL.createObjectURL = (file: Blob) => {
      void file.text().then((text) => Object.assign(window, { savedTable: text }))
      return made(file)
    }
  })
  await button(page, 'Save as a table')
  const saved = await page.waitForFunction(() => (window as unknown as { savedTable?: string }).savedTable)
  const lines = String(await saved.jsonValue())
    .trimEnd()
    .split('\r\n')
  expect([lines.length, lines[0]!.split(',').slice(0, 4)]).toEqual([234, ['started', 'ended', 'number', 'lever']])
  expect(lines.filter((line) => line.includes('Rare eclipse'))).toHaveLength(2)
})

test('a lever is told by how often it was pulled and at which row it failed; a run is pulled again with what it was given', async () => {
  const lever = await make({
    name: 'Raise the board',
    inputs: [{ name: 'word', label: 'Word', kind: 'text', required: true }],
    steps: [say('Up: ${word}'), { id: 'r', kind: 'program.raise', programId: 'visitor-board' }],
  })
  await pull(lever, { word: 'Frost' })
  await pull(lever, { word: 'Fog' })
  page = await session.open(`/ledger?lever=${lever.id}`)
  await seen(page, `${lever.plate} Raise the board: 2 pulls in 90 days, 0 done, 2 failed, 0 stopped`)
  await seen(page, '2 × at row 2: Brings Visitor Board to the front.')
  await page.waitForSelector('.apexcharts-bar-area')
  await page.focus('[aria-label="Runs, latest first"]')
  await page.keyboard.press('ArrowDown')
  await page.waitForFunction(() => document.querySelector('.inspector')?.textContent?.includes('Frost'))
  await page.keyboard.down('Shift')
  await page.keyboard.press('Enter')
  await page.keyboard.up('Shift')
  const last = async () => (await session.call<RunAnswer[]>('GET', '/api/runs?limit=1')).body[0]!
  await eventually(async () => (await last()).leverId === lever.id && (await last()).source === 'button')
  const run = (await session.call<RunAnswer>('GET', `/api/runs/${(await last()).id}`)).body
  expect(run.inputs).toEqual({ word: 'Frost' })
  await seen(page, '3 × at row 2')
})

test('what is different now is told beside the run: its lever, what it changed, what a pull would do', async () => {
  const lever = await make({
    name: 'Opens the board',
    steps: [{ id: 'o', kind: 'program.open', programId: 'visitor-board', args: [] }, say('The board is up.')],
  })
  const { id } = await pull(lever)
  page = await session.open(`/ledger?run=${id}`)
  await button(page, 'What is different now')
  await seen(page, 'Its lever is as it was.')
  await seen(page, 'All it changed stands as it left it: 2 changes.')
  const { version } = (await session.call<Lever>('GET', `/api/levers/${lever.id}`)).body
  await session.call('PATCH', `/api/levers/${lever.id}`, { version, steps: [say('The board was up.')] })
  const { state } = (
    await session.call<{ state: { windows: Record<string, { id: string; programId: string }> } }>('GET', '/api/bench')
  ).body
  const window = Object.values(state.windows).find(({ programId }) => programId === 'visitor-board')!
  await session.call('POST', '/api/bench/changes', { changes: [{ kind: 'window.close', windowId: window.id }] })
  await button(page, 'Look again')
  await seen(page, 'Its lever was altered:')
  await seen(page, 'Row 1: gone: Opens Visitor Board.')
  await seen(page, 'No longer there:')
  await seen(page, 'New: ')
})
