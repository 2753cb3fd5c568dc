import type { Page } from 'puppeteer-core'
import { expect, test } from 'vitest'
import type { AnswerOf } from '../../contract'
import type { Lever } from '../../core/levers'
import { eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { button, fill, seen, unseen } from '../support/screen'

const session = browserSession()
let page: Page

const act = async (step: object) => {
  const { status, body } = await session.call('POST', '/api/bench/acts', { step: { id: 'act', ...step } })
  expect([status, body]).toMatchObject([200, {}])
}
async function evening(night: number): Promise<void> {
  await act({ kind: 'program.open', programId: 'atlas-room', args: [`--night=2026-11-2${night}`] })
  await act({ kind: 'files.folder', path: `/home/watch/documents/night 2${night}` })
  await act({ kind: 'program.close', programId: 'atlas-room', unsaved: 'discard' })
}
const newest = async () => (await session.call<Lever[]>('GET', '/api/levers')).body.at(-1)!

test('what is done by hand again and again is noticed, and becomes a lever with a key', async () => {
  page = await session.open('/ledger?tab=worth')
  await seen(page, 'What you do by hand three times and more on the bench is found here')
  for (let night = 0; night < 3; night++) await evening(night)
  await page.reload()
  await page.waitForSelector('.noticed')
  expect(await page.$eval('.noticed', (element) => element.textContent)).toBe('+1')
  await seen(page, '3 ×')
  await seen(page, 'Done by hand 3 times')
  await seen(page, '1 Opens Atlas Room with --night=2026-11-')
  await fill(page, '.inspector input[type=text]', 'Prepare the notes')
  const before = await newest()
  await button(page, 'Make the lever')
  const made = await eventually(async () => {
    const now = await newest()
    return now.id !== before.id && now
  })
  expect(made).toMatchObject({ name: 'Prepare the notes', triggers: [{ kind: 'chord' }] })
  expect(made.steps).toHaveLength(3)
  expect(made.inputs).toHaveLength(1)
  // Its editor is open, and its key is at work.
  await page.waitForFunction((id) => location.pathname.endsWith(id), {}, made.id)
  await page.goto(`${session.server.url}/bench`)
  await page.focus('[data-bench-screen]')
  const [chord] = made.triggers as { chord: string }[]
  await press(page, chord!.chord)
  await eventually(async () => {
    const runs = (await session.call<{ leverId: string }[]>('GET', '/api/runs?limit=1')).body
    return runs[0]?.leverId === made.id
  })
  await page.goto(`${session.server.url}/ledger?tab=worth`)
  await seen(page, 'does this already.')
})

test('it is told no more where that is wanted, watched no more, and forgotten', async () => {
  page = await session.open('/ledger?tab=worth')
  await seen(page, '3 ×')
  await page.focus('[aria-label="What is worth a key"]')
  await page.keyboard.press('Delete')
  await seen(page, '1 told no more')
  await page.waitForSelector('.noticed', { hidden: true })
  await button(page, '1 told no more')
  await seen(page, '3 ×')
  await button(page, 'Show what is told')
  await button(page, 'Forget all of it')
  await seen(page, 'Nothing was watched yet')
  await page.click('.watched .el-switch')
  await seen(page, 'is not watched')
  for (let night = 3; night < 6; night++) await evening(night)
  const { body } = await session.call<AnswerOf<'readNoticed'>>('GET', '/api/noticing')
  expect([body.acts, body.proposals]).toEqual([0, []])
  await button(page, 'Watch what I do by hand')
  await unseen(page, 'is not watched')
})
