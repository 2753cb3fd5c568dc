import fc from 'fast-check'
import { createPinia, setActivePinia } from 'pinia'
import { afterAll, beforeAll, beforeEach, expect, test, vi } from 'vitest'
import { useClashIndex } from '../app/keys/useClashIndex'
import { useMirror } from '../app/live/useMirror'
import type { LiveEvent } from '../contract'
import { benchInSight, fileTable, writeBench } from '../core/bench'
import type { Change, WrittenBench } from '../core/bench'
import { createClashIndex } from '../core/clash'
import { leverDraftSchema } from '../core/levers'
import type { Lever } from '../core/levers'
import { changeByHand, edit, redo, undo } from './engine/edits'
import { startEngine } from './engine/engine'
import type { Engine } from './engine/engine'
import { batchEdit } from './engine/batchEdits'
import { createLever, editFrame, editLever, removeLever } from './engine/leverEdits'
import { pullLever } from './engine/pullLever'
import { editKeySettings, editSettings } from './engine/settingEdits'
import { createValue, removeValue } from './engine/valueEdits'
import { createVariants } from './engine/variantEdits'
import { memoryStore } from '../tests/support/memoryDatabase'

let engine: Engine
beforeAll(async () => {
  vi.spyOn(console, 'error').mockImplementation(() => undefined)
  engine = await startEngine(await memoryStore())
}, 60_000)
afterAll(async () => {
  vi.restoreAllMocks()
  await engine.close()
})

// What is done ahead asks the browser whether it has nothing else to do.
beforeEach(() => {
  vi.stubGlobal('window', {})
  vi.stubGlobal('reportError', (error: unknown) => {
    throw error
  })
})

/** A tab: a mirror of its own that is fed the live events as text, as they travel. */
function openTab(isPartial = false) {
  const pinia = createPinia()
  const mirror = useMirror(pinia)
  const { book } = engine.store
  mirror.fill({
    state: {
      sequence: engine.feed.sequence,
      frames: [...book.allFrames],
      values: [...book.allValues],
      kits: [...book.allKits],
      keySettings: book.keys.body,
      keyVersion: book.keys.version,
      settings: book.settings.body,
      settingsVersion: book.settings.version,
      setAside: [],
      history: book.history,
      runs: [],
      keys: [],
      recorder: { phase: 'off', count: 0 },
      frameFolder: null,
      noticing: engine.noticingDesk.state(),
      checkUp: engine.checkUpDesk.state(),
    },
    levers: [...book.allLevers],
    bench: {
      version: engine.store.benchVersion,
      state: writeBench(isPartial ? benchInSight(engine.store.bench, 0) : engine.store.bench),
      ...(isPartial ? { isPartial: true } : {}),
    },
  })
  const fitted: boolean[] = []
  const leave = engine.feed.subscribe(
    {
      send: (text) => fitted.push(mirror.take(JSON.parse(text.split('\ndata: ')[1]!) as LiveEvent)),
      end: () => undefined,
    },
    engine.feed.sequence,
  )
  return { mirror, clashIndex: useClashIndex(pinia), fitted, leave }
}

type Tab = ReturnType<typeof openTab>
/** One act of a user in a tab; numbers choose among what that tab shows. What is refused changes nothing. */
const act = fc.record({
  tab: fc.nat(1),
  kind: fc.constantFrom(
    'make',
    'vary',
    'rename',
    'remove',
    'disable',
    'frame',
    'value',
    'no value',
    'timing',
    'days',
    'pull',
    'lamp',
    'clashes',
    'undo',
    'redo',
  ),
  which: fc.nat(1000),
})

async function perform(
  { mirror, clashIndex }: Pick<Tab, 'mirror' | 'clashIndex'>,
  kind: string,
  which: number,
): Promise<void> {
  const { store, driver } = engine
  const pick = <T>(list: readonly T[]): T | undefined => list[which % list.length]
  const lever: Lever | undefined = pick(mirror.levers)
  const frame = pick(mirror.frames)!
  const value = pick(mirror.values)
  switch (kind) {
    case 'make': {
      const steps = [{ id: 's', kind: 'message.show', text: `Said ${which}` }]
      await edit(store, createLever(leverDraftSchema.parse({ frameId: frame.id, name: `Made ${which}`, steps })))
      break
    }
    case 'vary': {
      const rows = [{ name: `Variant ${which}`, cells: {}, chord: '' }]
      if (lever) await edit(store, createVariants(lever.id, { version: lever.version, rows }))
      break
    }
    case 'rename':
      if (lever) await edit(store, editLever(lever.id, lever.version, { name: `Named ${which}` }))
      break
    case 'remove':
      if (lever && mirror.levers.length > 3) await edit(store, removeLever(lever.id))
      break
    case 'disable':
      if (lever) {
        const levers = [lever, mirror.levers[0]!].map(({ id, version }) => ({ id, version }))
        await edit(store, batchEdit({ act: 'enable', levers, enabled: which % 2 === 0 }))
      }
      break
    case 'frame':
      await edit(store, editFrame(frame.id, { version: frame.version ?? 1, on: which % 2 === 0 }))
      break
    case 'value':
      await edit(store, createValue({ frameId: null, name: `v${which}`, text: 'x' }))
      break
    case 'no value':
      if (value) await edit(store, removeValue(value.id))
      break
    case 'timing': {
      const timing = { ...mirror.keySettings.timing, holdMs: 100 + which }
      await edit(store, editKeySettings({ ...mirror.keySettings, timing }, mirror.keyVersion))
      break
    }
    case 'days': {
      const retention = { ...mirror.settings.retention, runDays: 1 + which }
      await edit(store, editSettings({ ...mirror.settings, retention }, mirror.settingsVersion))
      break
    }
    case 'pull': {
      const pulled = lever && (await pullLever(store, driver, lever.id, 'api'))
      if (pulled?.ok) await driver.settled(pulled.value.id)
      break
    }
    case 'lamp': {
      const change = { kind: 'device.set', deviceId: 'red-lamp', controlId: 'power', value: which % 2 === 0 } as const
      await changeByHand(store, [change])
      break
    }
    case 'undo':
      await undo(store)
      break
    case 'clashes':
      // From here on it is kept true, unless it was made ahead before.
      clashIndex.now()
      break
    default:
      await redo(store)
  }
}

const inOrder = (clashes: readonly unknown[]) => clashes.map((clash) => JSON.stringify(clash)).toSorted()

async function isTrue({ mirror, clashIndex, fitted }: Tab): Promise<void> {
  const { book, bench, benchVersion } = engine.store
  expect(fitted.every(Boolean)).toBe(true)
  expect(mirror.levers).toEqual([...book.allLevers])
  const followers = mirror.levers.flatMap(({ id, variant }) => (variant ? [`${variant.patternId} ${id}`] : []))
  expect([...mirror.variantsOf].flatMap(([of, all]) => all.map(({ id }) => `${of} ${id}`)).toSorted()).toEqual(
    followers.toSorted(),
  )
  expect(mirror.frames).toEqual([...book.allFrames])
  expect(mirror.values).toEqual([...book.allValues])
  expect([mirror.keySettings, mirror.keyVersion]).toEqual([book.keys.body, book.keys.version])
  expect([mirror.settings, mirror.settingsVersion]).toEqual([book.settings.body, book.settings.version])
  expect(mirror.history).toEqual(book.history)
  expect(mirror.benchVersion).toBe(benchVersion)
  expect(writeBench(mirror.bench)).toEqual(writeBench(bench))
  await vi.waitFor(() => expect(clashIndex.isReady).toBe(true), 5000)
  const { levers, framesLive: frames, keySettings: keys } = mirror
  const anew = createClashIndex({ levers, frames, programs: mirror.bench.programs, keys })
  expect(inOrder(clashIndex.now().all())).toEqual(inOrder(anew.all()))
}

test('two tabs that edit at random, each from what it shows, both have what the server has', async () => {
  setActivePinia(createPinia())
  await fc.assert(
    fc.asyncProperty(fc.array(act, { minLength: 4, maxLength: 25 }), async (acts) => {
      const tabs = [openTab(), openTab()]
      // Two acts at once, from the same versions, as two tabs may.
      for (let i = 0; i < acts.length; i += 2)
        await Promise.all(acts.slice(i, i + 2).map(({ tab, kind, which }) => perform(tabs[tab]!, kind, which)))
      await engine.store.idle()
      for (const tab of tabs) {
        await isTrue(tab)
        tab.leave()
      }
    }),
    { numRuns: 15 },
  )
}, 120_000)

test('a tab that begins with the files in sight has all of them in the end, whatever is done meanwhile', async () => {
  setActivePinia(createPinia())
  const home = () => engine.store.bench.folders.home!
  const files = (which: number): Change[] => {
    const paths = Object.keys(fileTable(engine.store.bench.files)).filter((path) => path.startsWith(`${home()}/`))
    const path = paths[which % paths.length]!
    return which % 3 === 0
      ? [{ kind: 'file.put', path: `${home()}/new-${which}`, file: { kind: 'file', sizeBytes: which } }]
      : [{ kind: 'file.move', from: path, to: `${home()}/moved-${which}` }]
  }
  const change = fc.record({ isFile: fc.boolean(), which: fc.nat(1000) })
  await fc.assert(
    fc.asyncProperty(fc.array(change, { maxLength: 12 }), fc.nat(12), fc.nat(3), async (changes, at, late) => {
      const tab = openTab(true)
      let whole: { version: number; state: WrittenBench } | undefined
      for (const [i, { isFile, which }] of changes.entries()) {
        const { bench, benchVersion } = engine.store
        // The answer is of some moment, and comes some changes later.
        if (i === at) whole = { version: benchVersion, state: writeBench(bench) }
        if (whole && i === at + late) expect(tab.mirror.takeBench(whole)).toBe(true)
        if (isFile) await changeByHand(engine.store, files(which))
        else await perform(tab, 'lamp', which)
        expect(tab.mirror.benchVersion).toBe(engine.store.benchVersion)
        expect(tab.mirror.bench.devices).toEqual(engine.store.bench.devices)
      }
      if (!tab.mirror.hasAllFiles) {
        const { bench, benchVersion } = engine.store
        expect(tab.mirror.takeBench(whole ?? { version: benchVersion, state: writeBench(bench) })).toBe(true)
      }
      await engine.store.idle()
      await isTrue(tab)
      expect(tab.mirror.hasAllFiles).toBe(true)
      tab.leave()
    }),
    { numRuns: 25 },
  )
}, 120_000)
