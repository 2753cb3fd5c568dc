import { useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { AnswerOf, History, KeyLogEntry, LiveEvent, RunSummary, StateAnswer } from '~~/contract'
import { frontProgram, frontWindow } from '~~/core/bench'
import { NO_VALUES } from '~~/core/command'
import type { ValueTable } from '~~/core/command'
import { DEFAULT_KEYS, framesInOrder, framesNow, LeverLog, tableFor } from '~~/core/levers'
import type { Frame, KeySettings, Lever, LeverDelta, NamedValue } from '~~/core/levers'
import { assertNever } from '~~/core/result'
import { DEFAULT_SETTINGS } from '~~/core/settings'
import type { Names } from '~~/core/steps'
import type { Settings } from '~~/core/settings'
import type { Kit } from '~~/core/sheets'
import { createBenchCopy } from './benchCopy'

const KEPT_KEYS = 200
const KEPT_RUNS = 500
const UNKNOWN: StateAnswer['checkUp'] = { due: 0, toRehearse: 0, isKnown: false, faults: 0, notes: 0, edition: 0 }

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
  const copy = createBenchCopy()
  const { bench, equipment } = copy
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
  /** The folder that frames are kept in files of, where one is watched. */
  const frameFolder = shallowRef<StateAnswer['frameFolder']>(null)
  const noticing = shallowRef<StateAnswer['noticing']>({ count: 0 })
  const checkUp = shallowRef<StateAnswer['checkUp']>(UNKNOWN)
  /** Faults that have come since the check-up before. */
  const checkUpNews = shallowRef<Extract<LiveEvent, { type: 'check-up' }>['news']>({ count: 0, first: [] })
  /** Whether what is done by hand is being recorded, and how many steps stand there. */
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
  /** The variants that follow each pattern. */
  const variantsOf = computed(() => {
    const found = new Map<string, Lever[]>()
    for (const lever of levers.value)
      if (lever.variant) {
        const { patternId } = lever.variant
        const known = found.get(patternId)
        if (known) known.push(lever)
        else found.set(patternId, [lever])
      }
    return found
  })
  const frameById = computed(() => new Map(frames.value.map((frame) => [frame.id, frame])))
  /** The frames, to be chosen from. */
  const frameChoices = computed(() => frames.value.map((frame) => ({ value: frame.id, name: frame.name })))
  /** The frames with `on` as they stand now: by their setting, what switched them, and their condition. */
  const framesLive = computed<readonly Frame[]>((before) => framesNow(frames.value, bench.value, before, moment.value))
  /** The frames in the order in which they stand in lists: those that were lifted first. */
  const liftedFrames = computed(() => bench.value.liftedFrames)
  const framesStanding = computed(() => framesInOrder(frames.value, { liftedFrames: liftedFrames.value }))
  const folders = computed(() => bench.value.folders)
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
    copy.fill(now)
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
    phase.value = 'live'
  }

  /**
   * Takes one live event in. False when it does not fit what is here, so that the whole state must be asked for again.
   */
  function take(event: LiveEvent): boolean {
    switch (event.type) {
      case 'bench':
        return copy.takeChanges(event)
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
    benchVersion: copy.version,
    hasAllFiles: copy.hasAllFiles,
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
    changesBackTo: copy.changesBackTo,
    leverById,
    variantsOf,
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
    takeBench: copy.takeWhole,
    adopt,
  }
})
