import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, expect, test } from 'vitest'
import type { Lever } from '../../core/levers'
import { eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { button, seen, unseen } from '../support/screen'

const folder = mkdtempSync(join(tmpdir(), 'keen-lever-frames-'))
const session = browserSession(() => ({ KEEN_FRAMES: folder }))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

const file = join(folder, 'dome.yaml')
const TEXT = `keen-lever: 1
frame: Dome file

levers:
  # asked for by Ines
  Greeting:
    keys: Ctrl+Alt+F7
    say: Good evening   # kindly
`
const levers = async () => (await session.call<Lever[]>('GET', '/api/levers')).body
const said = async () => {
  const { state } = (await session.call<{ state: { messages: { text: string }[] } }>('GET', '/api/bench')).body
  return state.messages.map(({ text }) => text)
}
const greeting = async () => (await levers()).find(({ name }) => name === 'Greeting')

test('a file edited on disk is in force for the key pressed right afterwards; edited here, its comments are still there', async () => {
  writeFileSync(file, TEXT)
  const lever = await eventually(greeting)
  const page = await session.open('/levers')
  await seen(page, 'Greeting')
  writeFileSync(file, TEXT.replace('Good evening', 'Good morning'))
  await press(page, 'Ctrl+Alt+F7')
  await eventually(async () => (await said()).includes('Good morning'))
  expect(await said()).not.toContain('Good evening')
  await seen(page, 'dome.yaml was saved: 1 lever changed.')

  const { version } = (await greeting())!
  await session.call('PATCH', `/api/levers/${lever.id}`, { version, aliases: ['hello'] })
  await eventually(async () => readFileSync(file, 'utf8').includes('hello'))
  const text = readFileSync(file, 'utf8')
  expect(text).toContain('  # asked for by Ines\n  Greeting:')
  expect(text).toContain('say: Good morning   # kindly')
  await press(page, 'Ctrl+Z')
  await eventually(async () => !readFileSync(file, 'utf8').includes('hello'))
})

test('what is wrong is told in every view with its line; two versions are shown, and one is chosen', async () => {
  const page = await session.open('/ledger')
  const before = readFileSync(file, 'utf8')
  writeFileSync(file, before.replace('keys:', 'kys:'))
  await seen(page, 'dome.yaml, line 7, column 5')
  const { id, version, steps } = (await greeting())!
  const [step] = steps
  await session.call('PATCH', `/api/levers/${id}`, { version, steps: [{ ...step, text: 'From here' }] })
  writeFileSync(file, before.replace('Good morning', 'From the file'))
  await seen(page, 'dome.yaml was altered here too')
  await page.goto(`${session.server.url}/exchange`)
  await page.evaluate(() => localStorage.setItem('keen-lever.exchange-pane', 'frames'))
  await page.reload()
  await seen(page, 'two versions')
  await seen(page, 'say: From here')
  await button(page, 'Take the file’s')
  await unseen(page, 'two versions')
  await seen(page, 'in step')
  await eventually(async () => JSON.stringify((await greeting())?.steps).includes('From the file'))

  await button(page, 'Keep it in a file')
  await seen(page, 'night-run.frame.yaml')
  expect(readFileSync(join(folder, 'night-run.frame.yaml'), 'utf8')).toContain('keen-lever: 1')
})
