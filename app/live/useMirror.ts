import { useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { AnswerOf, History, KeyLogEntry, LiveEvent, RunSummary, StateAnswer } from '~~/contract'
import { applyChange, EMPTY_TREE, frontProgram, frontWindow, invertChange, readBench } from '~~/core/bench'
import type { BenchState, Change } from '~~/core/bench'
import { NO_VALUES } from '~~/core/command'
import type { ValueTable } from '~~/core/command'
import { DEFAULT_KEYS, framesInOrder, framesNow, LeverLog, tableFor } from '~~/core/levers'
import type { Frame, KeySettings, Lever, LeverDelta, NamedValue } from '~~/core/levers'
import { assertNever } from '~~/core/result'
import { DEFAULT_SETTINGS } from '~~/core/settings'
import type { Names } from '~~/core/steps'
import type { Settings } from '~~/core/settings'
import type { Kit } from '~~/core/sheets'

const KEPT_KEYS = 200
const KEPT_RUNS = 500
const KEPT_CHANGES = 200
const UNKNOWN: StateAnswer['checkUp'] = { due: 0, toRehearse: 0, isKnown: false, faults: 0, notes: 0, edition: 0 }

type BenchEvent = Extract<LiveEvent, { type: 'bench' }>

const emptyBench: BenchState = {
  programs: {},
  windows: {},
  stack: [],
  files: EMPTY_TREE,
  folders: {},
  addresses: [],
  devices: {},
  messages: [],
  lamps: [],
}

const EQUIPMENT = ['programs', 'devices', 'lamps', 'folders'] as const
const MINUTE_MS = 60_000

/** The three answers that a tab begins with. */
export interface Filling {
  readonly state: StateAnswer
  readonly levers: readonly Lever[]
  readonly bench: AnswerOf<'readBench'>
}

/** A list in order with some of it altered; the same list where nothing is. */
function withDelta<T extends { id: string }>(
  list: readonly T[],
  { changed, removed }: { changed: readonly T[]; removed: readonly string[] },
  order: (a: T, b: T) => number,
): readonly T[] {
  if (changed.length + removed.length === 0) return list
  const gone = new Set([...removed, ...changed.map(({ id }) => id)])
  return [...list.filter(({ id }) => !gone.has(id)), ...changed].sort(order)
}

/** This tab's copy of what the server has: filled once, then kept true by live events. */
export const useMirror = defineStore('mirror', () => {
  const phase = ref<'loading' | 'live' | 'cut-off'>('loading')
  const bench = shallowRef<BenchState>(emptyBench)
  const benchVersion = ref(0)
  /** Whether all files are here; where there are many, a tab begins with those that are to be seen. */
  const hasAllFiles = ref(true)
  /** What happened on the bench while they were not. */
  let meanwhile: BenchEvent[] = []
  const levers = shallowRef<readonly Lever[]>([])
  const edits = new LeverLog()
  /** Goes up whenever levers change; see `leversSince`. */
  const leverRevision = ref(0)
  const frames = shallowRef<readonly Frame[]>([])
  const keySettings = shallowRef<KeySettings>(DEFAULT_KEYS)
  /** The version that an edit of the keyboard and timing is made from; of the settings likewise. */
  const keyVersion = ref(1)
  const settings = shallowRef<Settings>(DEFAULT_SETTINGS)
  const settingsVersion = ref(1)
  const setAside = shallowRef<StateAnswer['setAside']>([])
  const values = shallowRef<readonly NamedValue[]>([])
  const kits = shallowRef<readonly Kit[]>([])
  const history = shallowRef<History>({ undo: null, redo: null })
  const runs = shallowRef<readonly RunSummary[]>([])
  const keys = shallowRef<readonly KeyLogEntry[]>([])
  /** Whether what is done by hand is being recorded, and how many steps stand there. */
  /** The folder that frames are kept in files of, where one is watched. */
  const frameFolder = shallowRef<StateAnswer['frameFolder']>(null)
  const noticing = shallowRef<StateAnswer['noticing']>({ count: 0 })
  const checkUp = shallowRef<StateAnswer['checkUp']>(UNKNOWN)
  /** Faults that have come since the check-up before. */
  const checkUpNews = shallowRef<Extract<LiveEvent, { type: 'check-up' }>['news']>({ count: 0, first: [] })
  /** What last changed on the bench, each with the bench before it. */
  let lately: { version: number; change: Change; before: BenchState }[] = []
  const recorder = shallowRef<StateAnswer['recorder']>({ phase: 'off', count: 0 })

  /** By the clock of this computer, which is that of the server; that of the bench may have been run forward. */
  const minutes = ref(Math.floor(Date.now() / MINUTE_MS))
  useIntervalFn(() => {
    minutes.value = Math.floor(Date.now() / MINUTE_MS)
  }, 2000)
  const moment = computed(() => {
    const nowMs = minutes.value * MINUTE_MS + (bench.value.clockAheadMs ?? 0)
    const now = new Date(nowMs)
    return { nowMs, minuteOfDay: now.getHours() * 60 + now.getMinutes() }
  })

  const leverById = computed(() => new Map(levers.value.map((lever) => [lever.id, lever])))
  const frameById = computed(() => new Map(frames.value.map((frame) => [frame.id, frame])))
  /** The frames, to be chosen from. */
  const frameChoices = computed(() => frames.value.map((frame) => ({ value: frame.id, name: frame.name })))
  /** The frames with `on` as they stand now: by their setting, what switched them, and their condition. */
  const framesLive = computed<readonly Frame[]>((before) => framesNow(frames.value, bench.value, before, moment.value))
  /** The frames in the order in which they stand in lists: those that were lifted first. */
  const liftedFrames = computed(() => bench.value.liftedFrames)
  const framesStanding = computed(() => framesInOrder(frames.value, { liftedFrames: liftedFrames.value }))
  const folders = computed(() => bench.value.folders)
  /**
   * The bench, for what goes by its programs, devices, lamps and known folders alone: the same one until any of them
   * differs, so that nothing is looked at again because a window came to the front.
   */
  const equipment = computed<BenchState>((before) => {
    const now = bench.value
    return before && EQUIPMENT.every((part) => before[part] === now[part]) ? before : now
  })
  const tables = computed(
    () => new Map(frames.value.map(({ id }) => [id, tableFor(id, values.value, { folders: folders.value })])),
  )
  const front = computed(() => frontWindow(bench.value))
  const frontProgramId = computed(() => frontProgram(bench.value)?.id)
  /** Levers to be chosen from, by their number. */
  const leverChoices = computed(() =>
    levers.value.map((lever) => ({ value: lever.id, name: `${lever.plate} ${lever.name}` })),
  )
  const openQuestions = computed(() => runs.value.filter((run) => run.phase === 'asking'))
  /** The run of each lever that goes on, the latest of it where several do. */
  const openRuns = computed(() => {
    const open = new Map<string, RunSummary>()
    for (const run of runs.value.toReversed()) if (run.phase !== 'ended') open.set(run.leverId, run)
    return open
  })

  const leverNames = computed<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(levers.value.map(({ id, plate, name }) => [id, `${plate} ${name}`])),
  )
  const frameNames = computed(() => Object.fromEntries(frames.value.map((frame) => [frame.id, frame.name])))
  /** The names that sentences need, of frames too; the same as long as none of them differs. */
  const names = computed<Names & Required<Omit<Names, 'desktops' | 'windows'>>>((before) => {
    const { programs, devices, desktops } = bench.value
    const isSame =
      before?.programs === programs &&
      before.devices === devices &&
      before.frames === frameNames.value &&
      before.levers === leverNames.value &&
      // Which of them is shown is nothing to a name.
      before.desktops?.names === desktops?.names
    return isSame ? before : { programs, devices, frames: frameNames.value, levers: leverNames.value, desktops }
  })

  /** The named values that levers of a frame can use, as they resolve now. */
  function tableOf(frameId: string): ValueTable {
    return tables.value.get(frameId) ?? NO_VALUES
  }

  function fill({ state, levers: all, bench: now }: Filling): void {
    bench.value = readBench(now.state)
    benchVersion.value = now.version
    hasAllFiles.value = !now.isPartial
    meanwhile = []
    levers.value = all
    edits.forget()
    leverRevision.value = edits.revision
    frames.value = state.frames
    values.value = state.values
    kits.value = state.kits
    keySettings.value = state.keySettings
    keyVersion.value = state.keyVersion
    settings.value = state.settings
    settingsVersion.value = state.settingsVersion
    setAside.value = state.setAside
    history.value = state.history
    runs.value = state.runs
    keys.value = state.keys
    recorder.value = state.recorder
    frameFolder.value = state.frameFolder
    checkUp.value = state.checkUp
    noticing.value = state.noticing
    lately = []
    phase.value = 'live'
  }

  /**
   * Takes one live event in. False when it does not fit what is here, so that the whole state must be asked for again.
   */
  function take(event: LiveEvent): boolean {
    switch (event.type) {
      case 'bench':
        return takeChanges(event)
      case 'edit': {
        takeLevers(event.levers)
        frames.value = withDelta(frames.value, event.frames, (a, b) => a.position - b.position)
        values.value = withDelta(values.value, event.values, (a, b) => (a.name < b.name ? -1 : 1))
        kits.value = withDelta(kits.value, event.kits, (a, b) => (a.name < b.name ? -1 : 1))
        if (event.keys) {
          keySettings.value = event.keys.body
          keyVersion.value = event.keys.version
        }
        if (event.settings) {
          settings.value = event.settings.body
          settingsVersion.value = event.settings.version
        }
        history.value = event.history
        return true
      }
      case 'run':
        takeRun(event.run)
        return true
      case 'key':
        if ((keys.value.at(-1)?.id ?? 0) < event.entry.id)
          keys.value = [...keys.value.slice(1 - KEPT_KEYS), event.entry]
        return true
      case 'recorder':
        recorder.value = { phase: event.phase, count: event.count }
        return true
      case 'frame-folder':
        frameFolder.value = event.folder
        return true
      case 'check-up':
        checkUp.value = event.state
        if (event.news.count > 0) checkUpNews.value = event.news
        return true
      case 'noticing':
        noticing.value = event.state
        return true
      case 'reset':
        return false
      default:
        return assertNever(event)
    }
  }

  function takeLevers(delta: LeverDelta): void {
    if (delta.changed.length + delta.removed.length === 0) return
    levers.value = withDelta(levers.value, delta, (a, b) => a.plate - b.plate)
    edits.record(delta)
    leverRevision.value = edits.revision
  }

  /** What has changed of the levers since a revision; undefined where that is not known any more. */
  function leversSince(revision: number): LeverDelta | undefined {
    return edits.since(revision, (id) => leverById.value.get(id))
  }

  /** Takes levers from an answer, where it came before the live event; an older version never replaces a newer one. */
  function adopt(changed: readonly Lever[]): void {
    const newer = changed.filter((lever) => (leverById.value.get(lever.id)?.version ?? 0) < lever.version)
    if (newer.length === 0) return
    takeLevers({ changed: newer, removed: [] })
  }

  /** The whole bench in place of one that had not all files. False as with `take`. */
  function takeBench({ version, state }: Filling['bench']): boolean {
    const since = meanwhile
    meanwhile = []
    lately = []
    hasAllFiles.value = true
    bench.value = readBench(state)
    benchVersion.value = version
    return since.every(takeChanges)
  }

  function takeChanges(event: BenchEvent): boolean {
    const { version, changes } = event
    if (version <= benchVersion.value) return true
    if (version !== benchVersion.value + changes.length) return false
    if (!hasAllFiles.value) return takeForNow(event)
    let after = bench.value
    for (const [i, change] of changes.entries()) {
      const next = applyChange(after, change)
      if (!next.ok) return false
      lately.push({ version: benchVersion.value + i + 1, change, before: after })
      after = next.value
    }
    lately = lately.slice(-KEPT_CHANGES)
    bench.value = after
    benchVersion.value = version
    return true
  }

  /** What can be seen of changes while not all files are here; they are made in full when those have come. */
  function takeForNow(event: BenchEvent): true {
    meanwhile.push(event)
    bench.value = event.changes.reduce((before, change) => {
      const after = applyChange(before, change)
      return after.ok ? after.value : before
    }, bench.value)
    benchVersion.value = event.version
    return true
  }

  /** The changes that take the bench back to how it was at a version; undefined where that is too long ago. */
  function changesBackTo(version: number): Change[] | undefined {
    const since = lately.filter((one) => one.version > version)
    if (since.length !== benchVersion.value - version) return undefined
    return since.toReversed().map(({ change, before }) => invertChange(before, change))
  }

  function takeRun(run: RunSummary): void {
    const known = runs.value.findIndex((entry) => entry.id === run.id)
    runs.value = known < 0 ? [run, ...runs.value].slice(0, KEPT_RUNS) : runs.value.with(known, run)
  }

  return {
    phase,
    moment,
    framesStanding,
    bench,
    equipment,
    benchVersion,
    hasAllFiles,
    levers,
    frames,
    framesLive,
    values,
    kits,
    keySettings,
    keyVersion,
    settings,
    settingsVersion,
    setAside,
    history,
    runs,
    keys,
    recorder,
    frameFolder,
    checkUp,
    noticing,
    checkUpNews,
    changesBackTo,
    leverById,
    frameById,
    frameChoices,
    leverChoices,
    front,
    frontProgramId,
    openQuestions,
    openRuns,
    leverRevision,
    leversSince,
    names,
    tableOf,
    fill,
    take,
    takeBench,
    adopt,
  }
})
