import { beforeEach, expect, test, vi } from 'vitest'
import { valueOf } from '../../core/result'
import { stepSchema } from '../../core/steps'
import { engineOfEach } from '../../tests/support/engineOfEach'
import { listNoticed } from '../database/noticedTable'
import { edit } from '../engine/edits'
import { pullLever } from '../engine/pullLever'
import { editSettings } from '../engine/settingEdits'

const its = engineOfEach()
let nowMs: number
beforeEach(() => {
  nowMs = Date.now()
  vi.spyOn(its.engine.store.clock, 'nowMs').mockImplementation(() => nowMs)
})

const act = async (part: Record<string, unknown>) => {
  nowMs += 1000
  return valueOf(await its.engine.handDesk.act(stepSchema.parse({ id: 'act', ...part })))
}
async function evening(night: number): Promise<void> {
  await act({ kind: 'program.open', programId: 'atlas-room', args: [`--night=${night}`] })
  await act({ kind: 'text.type', programId: 'night-book', text: `secret of ${night}` })
  await act({ kind: 'program.close', programId: 'atlas-room', unsaved: 'discard' })
  nowMs += 600_000
}
const limit = async (mostNoticed: number) => {
  const { body } = its.engine.store.book.settings
  valueOf(await edit(its.engine.store, editSettings({ ...body, retention: { ...body.retention, mostNoticed } })))
}

test('what is done by hand again and again becomes a proposal, also after a restart; nothing written is kept', async () => {
  for (let night = 0; night < 4; night++) await evening(night)
  const { proposals, acts, sinceMs } = await its.engine.noticingDesk.look()
  expect(proposals[0]).toMatchObject({ count: 4 })
  expect(proposals[0]!.steps.slice(0, 2)).toMatchObject([
    { kind: 'program.open', args: ['--night=${text2}'] },
    { kind: 'text.type', text: '${text}' },
  ])
  expect(acts).toBeGreaterThanOrEqual(8)
  expect(sinceMs).toBeLessThan(nowMs)
  expect(JSON.stringify(await listNoticed(its.opened.database, 0, 100))).not.toContain('secret')
  await its.restart()
  expect((await its.engine.noticingDesk.look()).proposals).toEqual(proposals)
})

test('it is told by a number only, and what is set aside counts no more, for good', async () => {
  const told = vi.spyOn(its.engine.feed, 'publish')
  for (let night = 0; night < 3; night++) await evening(night)
  const { proposals } = await its.engine.noticingDesk.look()
  expect(told).toHaveBeenCalledWith({ type: 'noticing', state: { count: proposals.length } })
  await its.engine.noticingDesk.setAside(proposals[0]!.id, true)
  expect(its.engine.noticingDesk.state().count).toBe(proposals.length - 1)
  await its.restart()
  const later = await its.engine.noticingDesk.look()
  expect(later.aside).toEqual([proposals[0]!.id])
  expect(its.engine.noticingDesk.state().count).toBe(proposals.length - 1)
  await its.engine.noticingDesk.setAside(proposals[0]!.id, false)
  expect(its.engine.noticingDesk.state().count).toBe(proposals.length)
})

test('nothing is kept while it is switched off, and all of it is forgotten on demand', async () => {
  await limit(0)
  for (let night = 0; night < 3; night++) await evening(night)
  expect((await its.engine.noticingDesk.look()).acts).toBe(0)
  await limit(100)
  for (let night = 0; night < 3; night++) await evening(night)
  const before = await its.engine.noticingDesk.look()
  expect(before.proposals).toHaveLength(1)
  expect(await its.engine.noticingDesk.forget()).toBe(before.acts)
  expect(await its.engine.noticingDesk.look()).toMatchObject({ acts: 0, proposals: [] })
  await its.restart()
  expect(await its.engine.noticingDesk.look()).toMatchObject({ acts: 0, proposals: [] })
})

test('a pull and what is done by hand after it belong together', async () => {
  for (let night = 0; night < 3; night++) {
    nowMs += 1000
    const run = valueOf(await pullLever(its.engine.store, its.engine.driver, 'lever-12', 'key'))
    await its.engine.driver.settled(run.id)
    await act({ kind: 'program.open', programId: 'atlas-room', args: [] })
    nowMs += 300_000
    await act({ kind: 'program.close', programId: 'atlas-room', unsaved: 'discard' })
    nowMs += 300_000
  }
  const { proposals } = await its.engine.noticingDesk.look()
  expect(proposals[0]!.steps.map(({ kind }) => kind)).toEqual(['lever.pull', 'program.open'])
  await its.restart()
  expect((await its.engine.noticingDesk.look()).proposals[0]!.id).toBe(proposals[0]!.id)
})
