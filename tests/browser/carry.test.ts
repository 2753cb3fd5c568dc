import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { ElementHandle, Page } from 'puppeteer-core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import type { Lever } from '../../core/levers'
import { eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { button, seen } from '../support/screen'

const session = browserSession()
let folder: string
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'keen-lever-carry-'))
})
afterAll(() => rmSync(folder, { recursive: true, force: true }))

const names = async () => (await session.call<Lever[]>('GET', '/api/levers')).body.map(({ name }) => name)

async function give(page: Page, name: string, content: string | Uint8Array): Promise<void> {
  writeFileSync(join(folder, name), content)
  const input = (await page.waitForSelector(
    'input[aria-label="A file of any kind"]',
  )) as ElementHandle<HTMLInputElement>
  await input.uploadFile(join(folder, name))
}

const anyFile = async (page: Page) => {
  await page.goto(`${session.server.url}/exchange`)
  await page.evaluate(() => localStorage.setItem('keen-lever.exchange-pane', 'carry'))
  await page.reload()
}

test('any file is known by what is in it, shown, and taken as one edit that is undone as one', async () => {
  const page = await session.open('/exchange')
  const bookmarks =
    '<!DOCTYPE NETSCAPE-Bookmark-file-1><DL><DT><A HREF="https://mast.example/">Mast camera</A><DT><A HREF="about:blank">Blank</A></DL>'
  await give(page, 'saved.txt', bookmarks)
  await seen(page, 'bookmarks of a browser')
  await seen(page, 'Its address is no page')
  await button(page, 'Take 1 thing')
  await seen(page, 'Took 1 bookmarks.')
  await button(page, 'Undo')
  // A document with a lever that was altered since.
  const { text } = (await session.call<{ text: string }>('POST', '/api/exchange/document', {})).body
  await session.call('PATCH', '/api/levers/lever-3', { version: 1, name: 'Altered since' })
  await give(page, 'all.json', text)
  await seen(page, 'a document of Keen Lever')
  await button(page, 'Take 1 thing')
  await eventually(async () => !(await names()).includes('Altered since'))
  await give(page, 'broken.json', text.replace('"Desk"', '""'))
  await seen(page, 'frames.1.name')
  await give(page, 'notes.txt', 'only a text')
  await seen(page, 'notes.txt is none of the files that are known here')
})

test('a frame file, a Desktop Entry and a backup are shown where they belong', async () => {
  const page = await session.open('/exchange')
  await anyFile(page)
  await give(page, 'desk.txt', 'keen-lever: 1\nframe: Of a file\nlevers:\n  Hello:\n    say: Hello\n')
  await seen(page, 'Hello')
  await page.waitForSelector('[aria-label="Text of the frame file"]')
  await anyFile(page)
  await give(page, 'survey', '[Desktop Entry]\nType=Application\nName=Fell Survey\nExec=/opt/survey/run\n')
  await seen(page, '1 new')
  await anyFile(page)
  const { file } = (await session.call<{ file: string }>('POST', '/api/backups')).body
  const bytes = new Uint8Array(await (await fetch(`${session.server.url}/api/backups/${file}`)).arrayBuffer())
  await session.call('DELETE', '/api/levers/lever-4')
  const before = await names()
  await give(page, 'mine.gz', bytes)
  await seen(page, 'As everything stood on')
  await button(page, 'Restore it')
  await seen(page, 'mine.gz is restored')
  expect(await names()).toHaveLength(before.length + 1)
  // The tab that was open has what was restored.
  await page.goto(`${session.server.url}/levers`)
  await seen(page, `${before.length + 1} levers`)
})

test('what a frame file names and is not here is mapped into its text', async () => {
  const page = await session.open('/exchange')
  await anyFile(page)
  const text =
    'keen-lever: 1\nframe: Elsewhere\nlevers:\n  Charts:\n    open: atlas-roon # of the other machine\n  Book:\n    open: night-bok\n'
  await give(page, 'elsewhere.yaml', text)
  await seen(page, 'Levers name 2 things that this machine does not have.')
  await button(page, 'Take the nearest for 2')
  await button(page, 'Put 2 things into the text')
  await page.waitForFunction(() => !document.querySelector('ul[aria-label="Not here"]'))
  const field = await page.$eval('[aria-label="Text of the frame file"]', (one) => (one as HTMLTextAreaElement).value)
  expect(field).toBe(text.replace('atlas-roon', 'atlas-room').replace('night-bok', 'night-book'))
  await button(page, 'Read it in')
  await eventually(async () => (await names()).includes('Charts'))
})
