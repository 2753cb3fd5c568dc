import type { Page } from 'puppeteer-core'
import { expect, test } from 'vitest'
import type { RunSummary } from '../../contract'
import type { Lever } from '../../core/levers'
import { eventually } from '../support/api'
import { browserSession } from '../support/browserSession'
import { press } from '../support/openBrowser'
import { button, seen, unseen } from '../support/screen'

const session = browserSession(() => ({ KEEN_BEGIN: 'empty' }))
let page: Page

const levers = async () => (await session.call<Lever[]>('GET', '/api/levers')).body

test('an empty store leads from nothing to a lever that works, in five acts', async () => {
  expect(await levers()).toEqual([])
  const beganAt = Date.now()
  page = await session.open('/levers')
  await seen(page, 'From nothing to a lever that works')
  await button(page, 'Open it')
  await button(page, 'Make the lever')
  await button(page, 'Give it a free key')
  await button(page, 'Close the window')
  await seen(page, 'Now press')
  const [lever] = await levers()
  const [trigger] = lever!.triggers as { chord: string }[]
  await page.focus('[aria-label="Levers"]')
  await press(page, trigger!.chord)
  await button(page, 'Put back')
  await seen(page, 'That is all there is to it.')
  expect(Date.now() - beganAt).toBeLessThan(120_000)
  const [run] = (await session.call<RunSummary[]>('GET', '/api/runs?limit=1')).body
  expect(run).toMatchObject({ leverId: lever!.id, source: 'key', putBack: 'whole' })
  await button(page, 'Done')
  await unseen(page, 'From nothing to a lever that works')
  await page.reload()
  await page.waitForSelector('[aria-label="Levers"]')
  await unseen(page, 'From nothing to a lever that works')
})

test('every view of an empty store says what it is for and offers what to do first', async () => {
  for (const { id } of await levers())
    await session.call('POST', '/api/levers/batch', {
      act: 'delete',
      levers: (await levers()).filter((lever) => lever.id === id).map(({ id: one, version }) => ({ id: one, version })),
    })
  await eventually(async () => (await levers()).length === 0)
  page = await session.open('/bench')
  for (const [path, words] of [
    ['/levers', 'A lever opens a program'],
    ['/ledger?tab=saves', 'What levers save stands here'],
    ['/ledger?tab=worth', 'What you do by hand three times'],
    ['/turntables', 'A turntable puts up to eight levers'],
    ['/keys', 'No lever has a key yet'],
  ] as const) {
    await page.goto(session.server.url + path)
    await seen(page, words)
    const acts = await page.$$eval('.empty button, .empty a', (all) => all.length)
    expect([path, acts > 0]).toEqual([path, true])
  }
})
