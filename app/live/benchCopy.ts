import { computed, ref, shallowRef } from 'vue'
import type { AnswerOf, LiveEvent } from '~~/contract'
import { applyChange, EMPTY_TREE, invertChange, readBench } from '~~/core/bench'
import type { BenchState, Change } from '~~/core/bench'

const KEPT_CHANGES = 200

type BenchAnswer = AnswerOf<'readBench'>
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

/** The bench as this tab has it: filled once, then kept true change by change. */
export function createBenchCopy() {
  const bench = shallowRef<BenchState>(emptyBench)
  const version = ref(0)
  /** Whether all files are here; where there are many, a tab begins with those that are to be seen. */
  const hasAllFiles = ref(true)
  /** What happened on the bench while they were not. */
  let meanwhile: BenchEvent[] = []
  /** What last changed on the bench, each with the bench before it. */
  let lately: { version: number; change: Change; before: BenchState }[] = []

  /**
   * The bench, for what goes by its programs, devices, lamps and known folders alone: the same one until any of them
   * differs, so that nothing is looked at again because a window came to the front.
   */
  const equipment = computed<BenchState>((before) => {
    const now = bench.value
    return before && EQUIPMENT.every((part) => before[part] === now[part]) ? before : now
  })

  function fill({ version: now, state, isPartial }: BenchAnswer): void {
    bench.value = readBench(state)
    version.value = now
    hasAllFiles.value = !isPartial
    meanwhile = []
    lately = []
  }

  /** The whole bench in place of one that had not all files. False as with `takeChanges`. */
  function takeWhole({ version: now, state }: BenchAnswer): boolean {
    const since = meanwhile
    meanwhile = []
    lately = []
    hasAllFiles.value = true
    bench.value = readBench(state)
    version.value = now
    return since.every(takeChanges)
  }

  /** Takes changes in. False when they do not fit what is here, so that the whole bench must be asked for again. */
  function takeChanges(event: BenchEvent): boolean {
    const { version: then, changes } = event
    if (then <= version.value) return true
    if (then !== version.value + changes.length) return false
    if (!hasAllFiles.value) return takeForNow(event)
    let after = bench.value
    for (const [i, change] of changes.entries()) {
      const next = applyChange(after, change)
      if (!next.ok) return false
      lately.push({ version: version.value + i + 1, change, before: after })
      after = next.value
    }
    lately = lately.slice(-KEPT_CHANGES)
    bench.value = after
    version.value = then
    return true
  }

  /** What can be seen of changes while not all files are here; they are made in full when those have come. */
  function takeForNow(event: BenchEvent): true {
    meanwhile.push(event)
    bench.value = event.changes.reduce((before, change) => {
      const after = applyChange(before, change)
      return after.ok ? after.value : before
    }, bench.value)
    version.value = event.version
    return true
  }

  /** The changes that take the bench back to how it was at a version; undefined where that is too long ago. */
  function changesBackTo(earlier: number): Change[] | undefined {
    const since = lately.filter((one) => one.version > earlier)
    if (since.length !== version.value - earlier) return undefined
    return since.toReversed().map(({ change, before }) => invertChange(before, change))
  }

  return { bench, version, hasAllFiles, equipment, fill, takeWhole, takeChanges, changesBackTo }
}
