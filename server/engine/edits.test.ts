import { describe, expect, test, vi } from 'vitest'
import type { Device } from '../../core/bench'
import { leverDraftSchema } from '../../core/levers'
import type { Lever } from '../../core/levers'
import { valueOf } from '../../core/result'
import { MOST_STEPS } from '../../core/steps'
import { engineOfEach, quietOfEach } from '../../tests/support/engineOfEach'
import { ROWS_PER_SLICE } from '../database/rows'
import { batchEdit } from './batchEdits'
import { putDevice } from './deviceEdits'
import { changeByHand, edit, redo, undo } from './edits'
import { createLever, editFrame, editLever } from './leverEdits'
import { pullLever } from './pullLever'
import { editKeySettings, editSettings } from './settingEdits'

quietOfEach()
const its = engineOfEach()

const codeOf = (result: { ok: boolean; issues?: readonly { code: string }[] }) => result.issues?.[0]?.code
const refsOf = (levers: readonly Lever[]) => levers.map(({ id, version }) => ({ id, version }))
const all = () => its.engine.store.book.allLevers

describe('edits', () => {
  test('many levers at once are one edit: told by what differs, undone and done again as they were', async () => {
    const before = new Map(its.engine.store.book.levers)
    const refs = its.engine.store.book.allLevers.map(({ id, version }) => ({ id, version }))
    const events: unknown[] = []
    its.engine.feed.subscribe({ send: (text) => events.push(text), end: () => undefined }, undefined)
    valueOf(await edit(its.engine.store, batchEdit({ act: 'enable', enabled: false, levers: refs })))
    expect(its.engine.store.book.allLevers.every(({ enabled }) => !enabled)).toBe(true)
    valueOf(await undo(its.engine.store))
    for (const [id, lever] of before) {
      expect({ ...its.engine.store.book.levers.get(id), version: 0 }).toEqual({ ...lever, version: 0 })
    }
    valueOf(await redo(its.engine.store))
    await its.restart()
    expect(its.engine.store.book.allLevers.every(({ enabled }) => !enabled)).toBe(true)
    valueOf(await undo(its.engine.store))
    const named = ({ name, enabled }: Lever) => [name, enabled]
    expect(its.engine.store.book.allLevers.map(named)).toEqual([...before.values()].map(named))
    expect(events.length).toBeGreaterThan(0)
  })

  test('numbers change places in one edit, and come back', async () => {
    const plates = () => its.engine.store.book.allLevers.map(({ id, plate }) => [id, plate])
    const before = plates()
    const refs = ['lever-5', 'lever-2'].map((id) => ({ id, version: its.engine.store.book.levers.get(id)!.version }))
    valueOf(await edit(its.engine.store, batchEdit({ act: 'renumber', from: 1, levers: refs })))
    expect(its.engine.store.book.allLevers.slice(0, 2).map(({ id }) => id)).toEqual(['lever-5', 'lever-2'])
    await its.restart()
    expect(its.engine.store.book.allLevers.slice(0, 2).map(({ id }) => id)).toEqual(['lever-5', 'lever-2'])
    valueOf(await undo(its.engine.store))
    expect(plates()).toEqual(before)
  })

  test('a lever that is named twice in one act counts once, and is there once after an undo', async () => {
    const before = its.engine.store.book.allLevers
    const ref = { id: 'lever-2', version: its.engine.store.book.levers.get('lever-2')!.version }
    expect(valueOf(await edit(its.engine.store, batchEdit({ act: 'duplicate', levers: [ref, ref] })))).toHaveLength(1)
    valueOf(await undo(its.engine.store))
    valueOf(await edit(its.engine.store, batchEdit({ act: 'delete', levers: [ref, ref] })))
    expect(its.engine.store.book.allLevers).toHaveLength(before.length - 1)
    valueOf(await undo(its.engine.store))
    await its.restart()
    expect(its.engine.store.book.allLevers.map(({ id }) => id)).toEqual(before.map(({ id }) => id))
  })

  test('whoever edits an older version is told, of a lever, a frame, a device, the keys and the settings alike', async () => {
    const { store } = its.engine
    valueOf(await edit(store, editFrame('desk', { name: 'Desk by day', version: 1 })))
    expect(codeOf(await edit(store, editFrame('desk', { name: 'Other', version: 1 })))).toBe('stale')
    const keys = store.book.keys.body
    valueOf(await edit(store, editKeySettings({ ...keys, legends: 'de' }, 1)))
    expect(codeOf(await edit(store, editKeySettings({ ...keys, legends: 'uk' }, 1)))).toBe('stale')
    const settings = store.book.settings.body
    valueOf(await edit(store, editSettings({ ...settings, theme: 'night' }, 1)))
    expect(codeOf(await edit(store, editSettings({ ...settings, theme: 'day' }, 1)))).toBe('stale')
    expect(codeOf(await edit(store, editLever('lever-1', 7, { name: 'Other' })))).toBe('stale')
    const lamp = store.bench.devices['red-lamp']!
    valueOf(await edit(store, putDevice({ ...lamp, name: 'Red lamp' })))
    expect(codeOf(await edit(store, putDevice({ ...lamp, name: 'Other', version: 1 })))).toBe('stale')
    await its.restart()
    const { book } = its.engine.store
    expect([book.frames.get('desk')!.name, book.keys.version, book.settings.body.theme]).toEqual([
      'Desk by day',
      2,
      'night',
    ])
  })

  test('a device that is described anew stays as it is set; only what does not fit any more gives way', async () => {
    const { store } = its.engine
    const id = 'desk-speakers'
    const read = (device: Device) => device.controls.volume!.value
    const form = store.bench.devices[id]!
    const volume = (value: number) => ({ kind: 'device.set' as const, deviceId: id, controlId: 'volume', value })
    valueOf(await changeByHand(store, [volume(85)]))
    valueOf(await edit(store, putDevice({ ...form, name: 'Speakers' })))
    expect(read(store.bench.devices[id]!)).toBe(85)
    const narrow = {
      ...form.controls.volume!,
      kind: 'level' as const,
      max: 50,
      value: 20,
    } as Device['controls'][string]
    valueOf(await edit(store, putDevice({ ...form, controls: { ...form.controls, volume: narrow } })))
    expect(read(store.bench.devices[id]!)).toBe(20)
  })

  test('an edit that names what is not there is refused at its place, in blocks and second ways too', async () => {
    const steps = [
      {
        kind: 'group',
        name: 'g',
        steps: [{ id: 'a', kind: 'program.raise', programId: 'nobody' }],
        alternative: { id: 'b', kind: 'frame.switch', frameIds: ['none'], to: 'on' },
      },
    ]
    const draft = leverDraftSchema.parse({
      frameId: 'desk',
      name: 'x',
      steps: steps.map((step) => ({ id: 's', ...step })),
    })
    const refused = await edit(its.engine.store, createLever(draft))
    expect(refused.ok ? [] : refused.issues.map(({ code, at }) => [code, at])).toEqual([
      ['program-missing', 'steps.0.steps.0.programId'],
      ['frame-missing', 'steps.0.alternative.frameIds.0'],
    ])
  })

  test('a sheet has a size and a depth that can be run and read', () => {
    const draft = { frameId: 'desk', name: 'x' }
    const deep = (depth: number): object =>
      depth === 0 ? { id: 's', kind: 'wait', ms: 1 } : { id: 's', kind: 'group', name: 'g', steps: [deep(depth - 1)] }
    const tooDeep = leverDraftSchema.safeParse({ ...draft, steps: [deep(33)] })
    expect(tooDeep.error?.issues[0]?.message).toBe('Blocks stand at most 32 deep in each other.')
    expect(leverDraftSchema.safeParse({ ...draft, steps: [deep(32)] }).success).toBe(true)
    const steps = Array.from({ length: MOST_STEPS + 1 }, (_, i) => ({ id: `s${i}`, kind: 'wait', ms: 1 }))
    expect(leverDraftSchema.safeParse({ ...draft, steps }).success).toBe(false)
  })

  describe('of many levers', () => {
    /** More levers than are written at once. */
    const many = async () => {
      while (all().length < 450)
        valueOf(await edit(its.engine.store, batchEdit({ act: 'duplicate', levers: refsOf(all()) })))
      await its.engine.store.idle()
    }
    const bare = (levers: readonly Lever[]) => levers.map(({ version: _version, ...lever }) => lever)
    /** The process dies when so many further pieces of work were stored. */
    const dieAfter = async (pieces: number, act: () => Promise<unknown>) => {
      let left = pieces
      const { aside } = its.engine.store
      vi.spyOn(its.engine.store, 'aside').mockImplementation((work) =>
        left-- > 0 ? (aside.call(its.engine.store, work) as never) : Promise.reject(new Error('killed')),
      )
      const answered = await act().then(
        () => true,
        () => false,
      )
      await its.restart()
      return answered
    }

    test('killed after any piece that was stored, it is made as a whole or not at all, and so is its undo', async () => {
      await many()
      const before = bare(all())
      const outcomes = new Set<string>()
      const act = () =>
        edit(its.engine.store, batchEdit({ act: 'renumber', from: 100, levers: refsOf(all().slice(0, 300)) }))
      for (let pieces = 0; pieces < 9; pieces++) {
        const answered = await dieAfter(pieces, act)
        const isMade = its.engine.store.book.history.undo === 'Renumbered 300 levers'
        outcomes.add(`${answered} ${isMade}`)
        expect(all().filter(({ plate }) => plate <= 0)).toEqual([])
        if (!isMade) expect(bare(all())).toEqual(before)
        else {
          expect(all()[0]!.plate === 1 && all().some(({ plate }) => plate === 399)).toBe(true)
          const after = bare(all())
          // The undo is killed at the same place, and made up for if it stood already.
          await dieAfter(pieces, () => undo(its.engine.store))
          if (its.engine.store.book.history.redo === null) {
            expect(bare(all())).toEqual(after)
            valueOf(await undo(its.engine.store))
          }
          expect(bare(all())).toEqual(before)
          await its.engine.store.idle()
        }
      }
      expect(outcomes).toEqual(new Set(['false false', 'true true']))
    }, 60_000)

    test('pulls go through while it is stored, and the next edit waits for it', async () => {
      await many()
      const order: string[] = []
      const told: string[] = []
      its.engine.feed.subscribe(
        { send: (text) => told.push(JSON.parse(text.slice(text.indexOf('data: ') + 6)).type), end: () => undefined },
        undefined,
      )
      const act = edit(its.engine.store, batchEdit({ act: 'enable', enabled: false, levers: refsOf(all()) }))
      const next = edit(its.engine.store, editFrame('desk', { name: 'Desk by day' }))
      const pulled = pullLever(its.engine.store, its.engine.driver, 'lever-2', 'key')
      void act.then(() => order.push('act'))
      void next.then(() => order.push('next edit'))
      void pulled.then(() => order.push('pull'))
      await Promise.all([act, next, pulled])
      expect(order).toEqual(['pull', 'act', 'next edit'])
      expect((await pulled).ok).toBe(true)
      expect(told.filter((type) => type === 'edit').length).toBeGreaterThan(2)
      expect(codeOf(await pullLever(its.engine.store, its.engine.driver, 'lever-2', 'key'))).toBe('disabled')
    })

    test('rows that could not be written are written before the next edit', async () => {
      await many()
      const { aside } = its.engine.store
      let calls = 0
      // Its revision is stored in parts first.
      const firstRows = Math.ceil(all().length / ROWS_PER_SLICE) + 1
      vi.spyOn(its.engine.store, 'aside').mockImplementation((work) =>
        ++calls === firstRows
          ? Promise.reject(new Error('the disk is full'))
          : (aside.call(its.engine.store, work) as never),
      )
      valueOf(await edit(its.engine.store, batchEdit({ act: 'enable', enabled: false, levers: refsOf(all()) })))
      valueOf(await edit(its.engine.store, editLever('lever-2', all()[1]!.version, { enabled: true })))
      await its.restart()
      expect(
        all()
          .filter(({ enabled }) => enabled)
          .map(({ id }) => id),
      ).toEqual(['lever-2'])
    })
  })

  test('what comes back after an undo has a version that nobody has seen of something else', async () => {
    const { store } = its.engine
    const draft = leverDraftSchema.parse({ frameId: 'desk', name: 'First', steps: [{ id: 'a', kind: 'wait', ms: 1 }] })
    const { id } = valueOf(await edit(store, createLever(draft)))
    const seen = new Map<number, string>()
    const look = () => {
      const lever = store.book.levers.get(id)
      if (!lever) return
      expect(seen.get(lever.version) ?? lever.name).toBe(lever.name)
      seen.set(lever.version, lever.name)
    }
    look()
    valueOf(await edit(store, editLever(id, 1, { name: 'Second' })))
    look()
    for (const act of [undo, undo, redo, redo, undo, redo, undo, undo, redo, redo]) {
      valueOf(await act(store))
      look()
    }
    expect(store.book.levers.get(id)!.name).toBe('Second')
  })
})
