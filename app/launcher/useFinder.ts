import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { fileAt } from '~~/core/bench'
import type { FileTree } from '~~/core/bench'
import { fileEntry, lettersOf, leverEntry, planScan, scanDelta, scanned } from '~~/core/finding'
import type { Findable, FindableKind, ScanPlan } from '~~/core/finding'
import type { SumValue } from '~~/core/sums'
import { useMirror } from '~/live/useMirror'
import type { FromFinder, Hit, ToFinder, Wanted } from './finderMessages'
import { SOURCES } from './sources'
import { useLauncherMemory } from './useLauncherMemory'

/** So long the page gathers entries at a stretch. */
const SLICE_MS = 8
const SLICE = 500
const MOST_IN_A_MESSAGE = 4000

/**
 * The index of all that can be found, kept true by what differs: it stands in a worker, is told of every change before
 * it is asked, and so finds at the next key what has come.
 */
export const useFinder = defineStore('finder', () => {
  const mirror = useMirror()
  const memory = useLauncherMemory()

  const phase = ref<'idle' | 'waiting' | 'scanning' | 'ready' | 'stopped'>('idle')
  const size = ref(0)
  /** Files and folders that were taken in by the scan that goes on, or was last. */
  const scannedCount = ref(0)
  const builtAtMs = ref<number>()

  let worker: Worker | undefined
  let seq = 0
  const waiting = new Map<number, (message: FromFinder) => void>()

  let levers: { revision: number; of: unknown; ids: Set<string> } | undefined
  let small: { of: readonly unknown[]; byId: ReadonlyMap<string, Findable> }[] = []
  let files: { tree: FileTree; plan: ScanPlan } | undefined
  let scanOf: readonly unknown[] = []
  let scanNumber = 0
  let words: ReadonlyMap<string, readonly string[]> = new Map()
  let wordsOf: unknown
  let usedOf: unknown

  const plan = computed(() => planScan(mirror.settings.launcher.scan, mirror.bench.folders))
  const variables = computed(
    () => new Map(Object.entries(mirror.bench.folders).map(([name, path]) => [path, name] as const)),
  )

  function tell(message: ToFinder): void {
    if (!worker) {
      worker = new Worker(new URL('./finder.worker.ts', import.meta.url), { type: 'module' })
      worker.onmessage = ({ data }: MessageEvent<FromFinder>) => {
        waiting.get(data.seq)?.(data)
        waiting.delete(data.seq)
      }
    }
    worker.postMessage(message)
  }

  /** With the short words that were given to it. */
  function dressed(entry: Findable): Findable {
    const own = words.get(entry.id)
    return own ? { ...entry, aliases: [...(entry.aliases ?? []), ...own] } : entry
  }

  function put(entries: readonly Findable[]): void {
    for (let at = 0; at < entries.length; at += MOST_IN_A_MESSAGE)
      tell({ kind: 'put', entries: entries.slice(at, at + MOST_IN_A_MESSAGE).map(dressed) })
  }

  /** Brings the index up to what stands. */
  function follow(): void {
    followWords()
    followLevers()
    SOURCES.forEach((_, i) => followSource(i))
    followFiles()
    if (usedOf !== memory.learned) {
      usedOf = memory.learned
      tell({ kind: 'used', used: memory.learned.used })
    }
  }

  /** Words that were given or taken: what they lead to is put anew. */
  function followWords(): void {
    const { shortWords } = mirror.settings.launcher
    if (wordsOf === shortWords) return
    wordsOf = shortWords
    const before = words
    const after = new Map<string, string[]>()
    for (const { word, entryId } of shortWords) after.set(entryId, [...(after.get(entryId) ?? []), word])
    words = after
    const touched = new Set([...before.keys(), ...after.keys()])
    const again = [...touched].filter((id) => before.get(id)?.join(' ') !== after.get(id)?.join(' '))
    put(again.flatMap((id) => knownEntry(id) ?? []))
  }

  /** An entry that is in the index already, by its id. */
  function knownEntry(id: string): Findable | undefined {
    const path = /^(?:file|folder):(.*)$/s.exec(id)?.[1]
    if (path === undefined) return small.map(({ byId }) => byId.get(id)).find((entry) => entry !== undefined)
    const file = files && fileAt(files.tree, path)
    return file && files!.plan.covers(path, file.kind) ? fileEntry(path, file, variables.value) : undefined
  }

  function followLevers(): void {
    const revision = mirror.leverRevision
    const { programs } = mirror.bench
    // Sentences name programs; those that are renamed are seldom.
    const delta = levers?.of === programs ? mirror.leversSince(levers.revision) : undefined
    const known = levers?.ids ?? new Set<string>()
    levers = { revision, of: programs, ids: known }
    const changed = delta ? delta.changed : mirror.levers
    const removed = delta ? delta.removed : [...known].filter((id) => !mirror.leverById.has(id))
    if (removed.length > 0) tell({ kind: 'remove', ids: removed.map((id) => `lever:${id}`) })
    for (const id of removed) known.delete(id)
    for (const { id } of changed) known.add(id)
    put(changed.map((lever) => leverEntry(lever, mirror.names)))
  }

  /** Takes the levers in, in slices between which the page goes on; whoever asks meanwhile takes them in at once. */
  async function gatherLevers(): Promise<void> {
    const [revision, of, all] = [mirror.leverRevision, mirror.bench.programs, mirror.levers]
    for (let from = 0; from < all.length && !levers; from += SLICE) {
      put(all.slice(from, from + SLICE).map((lever) => leverEntry(lever, mirror.names)))
      await new Promise((resolve) => setTimeout(resolve))
    }
    levers ??= { revision, of, ids: new Set(all.map(({ id }) => id)) }
  }

  function followSource(i: number): void {
    const source = SOURCES[i]!
    const of = source.of(mirror, memory.sums)
    const before = small[i]
    if (before?.of.every((part, at) => part === of[at])) return
    const entries = source.entries(mirror, memory.sums)
    const byId = new Map(entries.map((entry) => [entry.id, entry]))
    const gone = before ? [...before.byId.keys()].filter((id) => !byId.has(id)) : []
    if (gone.length > 0) tell({ kind: 'remove', ids: gone })
    put(entries.filter((entry) => !isAlike(before?.byId.get(entry.id), entry)))
    small[i] = { of, byId }
  }

  function followFiles(): void {
    // They are taken in when all of them are here.
    if (!mirror.hasAllFiles) {
      phase.value = 'waiting'
      return
    }
    const of = [mirror.settings.launcher.scan, mirror.bench.folders]
    if (!scanOf.every((part, i) => part === of[i]) || scanOf.length === 0) {
      if (files) return scanNow()
      void scan()
      return
    }
    // While a scan goes on, it goes over the files as they stood; what differs comes after it.
    if (phase.value === 'scanning' || !files || files.tree === mirror.bench.files) return
    const { now, gone } = scanDelta(files.tree, mirror.bench.files, files.plan)
    files = { ...files, tree: mirror.bench.files }
    scannedCount.value += now.length - gone.length
    if (gone.length > 0) tell({ kind: 'remove', ids: gone.flatMap((path) => [`file:${path}`, `folder:${path}`]) })
    put(now.map(([path, file]) => fileEntry(path, file, variables.value)))
  }

  /** Takes in all files, in slices between which the page goes on. */
  async function scan(): Promise<void> {
    const mine = ++scanNumber
    scanOf = [mirror.settings.launcher.scan, mirror.bench.folders]
    files = { tree: mirror.bench.files, plan: plan.value }
    phase.value = 'scanning'
    scannedCount.value = 0
    let slice: Findable[] = []
    let untilMs = performance.now() + SLICE_MS
    for (const [path, file] of scanned(files.tree, files.plan)) {
      slice.push(fileEntry(path, file, variables.value))
      if (slice.length < SLICE || performance.now() < untilMs) continue
      put(slice)
      scannedCount.value += slice.length
      slice = []
      await new Promise((resolve) => setTimeout(resolve))
      if (mine !== scanNumber) return
      untilMs = performance.now() + SLICE_MS
    }
    put(slice)
    scannedCount.value += slice.length
    phase.value = 'ready'
    builtAtMs.value = Date.now()
  }

  /** Forgets all and takes it in anew. */
  function scanNow(): void {
    tell({ kind: 'clear' })
    levers = undefined
    small = []
    files = undefined
    scanOf = []
    follow()
  }

  /** What was taken in so far is found; the rest is not until the next scan. */
  function stop(): void {
    if (phase.value !== 'scanning') return
    scanNumber += 1
    phase.value = 'stopped'
    builtAtMs.value = Date.now()
  }

  watch(
    () => mirror.hasAllFiles,
    (hasAll) => hasAll && worker && follow(),
  )

  /** Gets the index ready before it is asked for the first time. */
  async function start(): Promise<void> {
    if (worker) return
    await gatherLevers()
    follow()
  }

  function ask<K extends FromFinder['kind']>(
    message: (seq: number) => ToFinder,
  ): Promise<Extract<FromFinder, { kind: K }>> {
    const mine = ++seq
    return new Promise((resolve) => {
      waiting.set(mine, (answer) => resolve(answer as Extract<FromFinder, { kind: K }>))
      tell(message(mine))
    })
  }

  /** The best hits, best first. */
  async function search(wanted: Omit<Wanted, 'first'>): Promise<readonly Hit[]> {
    follow()
    const letters = lettersOf(wanted.query)
    const settled = memory.learned.first.get(letters)
    const first = letters === '' ? memory.learned.latest : settled === undefined ? [] : [settled]
    const found = await ask<'hits'>((mine) => ({ kind: 'search', seq: mine, wanted: { ...wanted, first } }))
    size.value = found.size
    return found.hits
  }

  /** What a text comes to as a sum; undefined where it is none. */
  async function sum(text: string, before: SumValue | undefined): Promise<SumValue | undefined> {
    return (await ask<'sum'>((mine) => ({ kind: 'sum', seq: mine, text, before }))).value
  }

  /** How many there are of each kind but files and folders. */
  function counts(): Partial<Record<FindableKind, number>> {
    const all: Partial<Record<FindableKind, number>> = { lever: mirror.levers.length }
    for (const { byId } of small) for (const { kind } of byId.values()) all[kind] = (all[kind] ?? 0) + 1
    return all
  }

  return { counts, phase, size, scannedCount, builtAtMs, plan, start, search, sum, scanNow, stop }
})

/** Whether two entries are found by the same words. */
function isAlike(one: Findable | undefined, other: Findable): boolean {
  return (
    one !== undefined &&
    one.name === other.name &&
    one.detail === other.detail &&
    one.aliases?.join('\n') === other.aliases?.join('\n') &&
    one.categories?.join(' ') === other.categories?.join(' ')
  )
}
