import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { ElementHandle, Page } from 'puppeteer-core'
import { describe, expect, test } from 'vitest'
import type { BenchState } from '../../core/bench'
import type { Lever } from '../../core/levers'
import { eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { button, chooseProgram, fill, paste, radio, seen, unseen } from '../support/screen'

const session = browserSession()
let page: Page

const bench = async () => (await session.call<{ state: BenchState }>('GET', '/api/bench')).body.state
const levers = async () => (await session.call<Lever[]>('GET', '/api/levers')).body
const argsOf = (lever: Lever | undefined) => (lever?.steps[0] as { args: string[] }).args
const argv = () => page.$$eval('.argv code', (all) => all.map((code) => code.textContent))

describe('composing a launch', () => {
  test('the order mistake is shown and mended by one click; rows move by keyboard; the line follows the list', async () => {
    page = await session.open('/levers/lever-7')
    await seen(page, 'An overlay that comes after the base atlas is not drawn')
    await button(page, 'Put it before the base atlas')
    await unseen(page, 'is not drawn')
    expect((await argv()).slice(1)).toEqual([
      '--profile=red',
      '/home/watch/charts/comets.overlay',
      '/home/watch/charts/south.atlas',
    ])
    await page.focus('.argument:nth-child(3) .grip')
    await press(page, 'Alt+Up')
    await seen(page, 'is not drawn')
    await press(page, 'Alt+Down')
    await unseen(page, 'is not drawn')
    expect(
      await page.$eval(
        'textarea[aria-label="Command line of step 1"]',
        (field) => (field as HTMLTextAreaElement).value,
      ),
    ).toBe("/opt/harrow/atlas-room --profile=red '${charts}/comets.overlay' '${charts}/south.atlas'")
    await press(page, 'Ctrl+S')
    await seen(page, 'Saved 7')
    expect(argsOf((await levers())[6])).toEqual(['--profile=red', '${charts}/comets.overlay', '${charts}/south.atlas'])
  })

  test('a pasted Windows line becomes the right list; an open quote shows where it opens and nothing typed is lost', async () => {
    page = await session.open('/levers/new')
    await fill(page, '.field input', 'Reduce from a note')
    const line = 'textarea[aria-label="Command line of step 1"]'
    await page.click(line)
    await paste(page, line, '"C:\\Harrow\\reduce.exe" --edition trial /lite "D:\\exposures\\a b.exposure"')
    await page.waitForFunction(() => document.querySelector('.argv')?.textContent?.includes('a b.exposure'))
    expect(await argv()).toEqual([
      '/opt/harrow/grain reducer/reduce',
      '--edition',
      'trial',
      '/lite',
      'D:\\exposures\\a b.exposure',
    ])
    expect(
      await page.$eval(
        '[aria-label="Convention of Command line of step 1"]',
        (element) => element.closest('.el-select')!.textContent,
      ),
    ).toContain('Windows')
    // A quote that is not closed holds the rest, as Windows reads it, and this is said where it opens.
    await page.type(line, ' "open')
    await seen(page, 'is never closed: all that follows is one argument, as Windows reads it.')
    await page.waitForFunction(() => document.querySelector('.argv')?.textContent?.includes('open'))
    await page.click('.field input')
    await unseen(page, 'never closed')
    expect((await argv()).at(-1)).toBe('open')
    // What cannot be read stays, with the place shown.
    await paste(page, line, "chart 'north")
    await seen(page, "The quote ' that opens at character")
    expect(await page.$eval('.open mark', (mark) => mark.textContent)).toBe("'")
    await page.click('.field input')
    expect(await page.$eval(line, (field) => (field as HTMLTextAreaElement).value)).toBe("chart 'north")
    // Beside the command: a folder, an environment value, a pipe.
    await paste(page, line, '$ cd ~/captures && HARROW_PROFILE=red atlas-room --wide | less')
    await seen(page, '“| less” was left out: one launch cannot hand what a program prints to another.')
    await page.waitForFunction(
      () => (document.querySelector('[placeholder="${home}"]') as HTMLInputElement).value === '${home}/captures',
    )
    await page.waitForSelector('[aria-label="Name of environment value 1"]')
    expect(await argv()).toEqual(['/opt/harrow/atlas-room', '--wide'])
  })

  test('handles are chosen by name; a value that moves shows what it is now; a circle is an error at its field', async () => {
    page = await session.open('/values')
    await page.type('input[aria-label="Name of the new value"]', 'tonight')
    await page.type('input[aria-label="Text of the new value"]', '${charts}/${tonight}')
    await button(page, 'Add the value')
    await seen(page, '“tonight” goes round in a circle: tonight → tonight')
    await fill(page, 'input[aria-label="Text of the new value"]', '${captures}/dark-300s.dark')
    await button(page, 'Add the value')
    await seen(page, 'now /home/watch/captures/dark-300s.dark')

    await page.goto(`${session.server.url}/levers/new`)
    await page.waitForSelector('.editor-form')
    await fill(page, '.field input', 'Reduce tonight')
    await chooseProgram(page, 'Program of step 1', 'grain', 'Grain Reducer')
    await page.click('[aria-label="Choose arguments by name"]')
    for (const name of ['Trial, with new darks', 'Comet, first night', 'veil-0002.exposure', 'veil-0003.exposure']) {
      const option = (await page.waitForFunction(
        (wanted: string) =>
          [...document.querySelectorAll('.el-select-dropdown__item')].find((item) =>
            item.textContent!.trim().startsWith(wanted),
          ),
        {},
        name,
      )) as ElementHandle<HTMLElement>
      await option.evaluate((element) => element.click())
    }
    await page.keyboard.press('Escape')
    await button(page, 'Add 4')
    await page.waitForFunction(() => document.querySelectorAll('.argument').length === 4)
    expect((await argv()).slice(1)).toEqual([
      '--edition=trial',
      '--data',
      '2611-0502',
      '/home/watch/captures/veil-0002.exposure',
      '/home/watch/captures/veil-0003.exposure',
    ])
    await button(page, 'Argument')
    await page.keyboard.type('${tonight}')
    await seen(page, 'now /home/watch/captures/dark-300s.dark')
    await seen(page, 'A dark that comes after the exposures is not subtracted')
    await button(page, 'Put it before the exposure')
    await unseen(page, 'is not subtracted')
    await press(page, 'Ctrl+S')
    await seen(page, 'Reduce tonight')
    expect(argsOf((await levers()).at(-1))).toEqual([
      '--edition=trial',
      '--data',
      '2611-0502',
      '${tonight}',
      '${captures}/veil-0002.exposure',
      '${captures}/veil-0003.exposure',
    ])
  })
})

describe('variants', () => {
  test('three editions open at once from three levers made as variants; one undo takes all three back', async () => {
    page = await session.open('/levers/lever-6/variants')
    await button(page, 'A row for each edition (3)')
    await button(page, 'In a row')
    expect(
      await page.$$eval('input[aria-label^="Chord of row"]', (all) =>
        all.map((field) => (field as HTMLInputElement).value),
      ),
    ).toEqual(['Ctrl+Alt+1', 'Ctrl+Alt+2', 'Ctrl+Alt+3'])
    await fill(page, 'input[aria-label="Chord of row 2"]', 'Ctrl+Alt+A')
    await seen(page, 'Ctrl+Alt+A already pulls 1 Chart for the dome')
    await fill(page, 'input[aria-label="Chord of row 2"]', 'Ctrl+Alt+2')
    await press(page, 'Ctrl+S')
    await seen(page, 'Made 3 variants of 6 Reduce with the night edition.')
    await page.waitForSelector('[role="listbox"][aria-label="Levers"]')
    await page.focus('[role="listbox"][aria-label="Levers"]')
    for (const digit of [1, 2, 3]) {
      await press(page, `Ctrl+Alt+${digit}`)
      await eventually(
        async () =>
          Object.values((await bench()).windows).filter((window) => window.programId === 'grain-reducer').length ===
          digit,
      )
    }
    expect(
      Object.values((await bench()).windows)
        .filter((window) => window.programId === 'grain-reducer')
        .map((window) => window.content.edition),
    ).toEqual(['steady', 'night', 'trial'])
    await press(page, 'Ctrl+Z')
    await eventually(async () => !(await levers()).some((lever) => lever.variant))
    await press(page, 'Ctrl+Shift+Z')
    await eventually(async () => (await levers()).filter((lever) => lever.variant).length === 3)
  })

  test('rows come from CSV; what is wrong with it is told by its line and nothing is taken', async () => {
    page = await session.open('/levers/lever-6/variants')
    await button(page, 'Paste CSV')
    await paste(page, 'textarea[aria-label="Rows as CSV"]', 'name,editon\nA,trial\nB,night,extra\n')
    await button(page, 'Take these rows')
    await seen(page, 'Line 1: there is no column “editon”.')
    await seen(page, 'Line 3: it has 3 values, the head has 2.')
    await paste(
      page,
      'textarea[aria-label="Rows as CSV"]',
      'name;edition;chord\nA;trial;\n"B; or not";night;Ctrl+Alt+9\n',
    )
    await button(page, 'Take these rows')
    await page.waitForFunction(() => document.querySelectorAll('tbody tr').length === 2)
    expect(
      await page.$$eval('input[aria-label^="Name of row"]', (all) =>
        all.map((field) => (field as HTMLInputElement).value),
      ),
    ).toEqual(['A', 'B; or not'])
  })

  test('several levers at once: marked by keys, moved, renamed and taken back', async () => {
    page = await session.open('/levers')
    await page.keyboard.down('Shift')
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('ArrowDown')
    await page.keyboard.up('Shift')
    await page.waitForSelector('aside[aria-label="3 levers"]')
    await press(page, 'Ctrl+E')
    await eventually(async () => (await levers()).slice(0, 3).every((lever) => !lever.enabled))
    const template = (await page.waitForFunction(() =>
      [...document.querySelectorAll<HTMLInputElement>('aside input')].find((input) => input.value === '{name}'),
    )) as ElementHandle<HTMLInputElement>
    await template.click({ count: 3 })
    await page.keyboard.type('Set {n}: {name}')
    await button(page, 'Rename')
    await eventually(async () => (await levers())[2]!.name === 'Set 3: Catch plates with the main camera')
    await page.focus('[role="listbox"][aria-label="Levers"]')
    await press(page, 'Ctrl+Z')
    await press(page, 'Ctrl+Z')
    await eventually(async () =>
      (await levers()).slice(0, 3).every((lever) => lever.enabled && !lever.name.startsWith('Set')),
    )
  })
})

describe('exchange', () => {
  test('import, export, import gives the same levers; a broken file is told and left out', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'keen-lever-entries-'))
    writeFileSync(
      join(folder, 'fell-survey.desktop'),
      '[Desktop Entry]\nType=Application\nName=Fell Survey\nName[de]=Fellkarte\nExec=env TINT=red ' +
        '/opt/survey/run "a b" 100%% %F\nPath=/home/watch\nKeywords=survey;fell;\nActions=night;\n\n[Desktop ' +
        'Action night]\nName=By night\nExec=/opt/survey/run --night\n',
    )
    writeFileSync(join(folder, 'broken.desktop'), '[Desktop Entry]\nType=Application\nName=Broken\nExec=run "open\n')
    page = await session.open('/exchange')
    await radio(page, 'Desktop Entries')
    const input = (await page.$('input[aria-label="Desktop Entry files"]')) as ElementHandle<HTMLInputElement>
    await input.uploadFile(join(folder, 'fell-survey.desktop'), join(folder, 'broken.desktop'))
    await seen(page, '1 new')
    await seen(page, '1 cannot be read')
    await seen(page, 'Line 4: Exec: The quote " that opens at character 5 is never closed.')
    await button(page, 'Import 1')
    await seen(page, 'Imported 1 Desktop Entries.')
    const made = (await levers()).slice(-2)
    expect(made.map((lever) => lever.name)).toEqual(['Fell Survey', 'Fell Survey: By night'])
    await button(page, 'Make the files')
    await page.waitForSelector('.half + .half .items summary')
    const text = await page.$$eval(
      '.half + .half .items li',
      (all) =>
        all.find((item) => item.textContent!.includes('fell-survey.desktop'))!.querySelector('pre')!.textContent!,
    )
    expect(text).toContain('Exec=env TINT=red /opt/survey/run "a b" 100%% %F')
    // Taken back and imported from what was written, they are the same again.
    await session.call('POST', '/api/undo')
    writeFileSync(join(folder, 'fell-survey.desktop'), text)
    await input.uploadFile(join(folder, 'fell-survey.desktop'))
    await button(page, 'Import 1')
    await eventually(async () => (await levers()).at(-1)?.name === 'Fell Survey: By night')
    const bare = ({ id: _id, version: _version, ...lever }: Lever) => lever
    expect((await levers()).slice(-2).map(bare)).toEqual(made.map(bare))
  })

  test('a program of one’s own is described and opened; its icon shows where the lever does', async () => {
    page = await session.open('/programs')
    await button(page, 'Describe a program')
    await page.waitForFunction(() => document.querySelector('.form h2')?.textContent === 'A program of your own')
    await fill(page, '.form .field:nth-child(1) input', 'Frost Watch')
    await fill(page, '.form .field:nth-child(2) input', '/opt/watch/frost')
    await fill(page, '.form .field:nth-child(3) input', 'snowflake')
    await button(page, 'Option')
    await fill(page, 'input[aria-label="Names of option 1"]', '--ridge')
    await press(page, 'Ctrl+S')
    await seen(page, 'Saved the description of Frost Watch.')
    await page.goto(`${session.server.url}/levers/new`)
    await page.waitForSelector('.editor-form')
    await fill(page, '.field input', 'Frost')
    await chooseProgram(page, 'Program of step 1', 'fw', 'Frost Watch')
    await button(page, 'Choose')
    await fill(page, 'input[aria-label="Search the icons"]', 'mountain')
    await page.waitForSelector('button[aria-label="mountain"]')
    await page.click('button[aria-label="mountain"]')
    await press(page, 'Ctrl+S')
    await page.waitForFunction(() =>
      [...document.querySelectorAll('.lever')].some(
        (row) =>
          row.textContent!.includes('Frost') &&
          row.querySelector('.set-icon')?.getAttribute('style')?.includes('mountain'),
      ),
    )
    expect((await levers()).at(-1)).toMatchObject({
      name: 'Frost',
      icon: { kind: 'set', name: 'mountain', colour: 'ink' },
    })
  })
})
