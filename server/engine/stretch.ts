import type { BenchState } from '../../core/bench'
import { advanceHead } from '../../core/run'
import type { AdvanceContext, LogEntry, RunHead, RunSheet } from '../../core/run'
import { stepContext } from './stepContext'
import type { PlannedEntry, World } from './plan'

/** So long runs go on in one stretch before what they did is stored and others have their turn, keys above all. */
const STRETCH_MS = 4

/** A run that has not ended, in memory. The log is only ever added to. */
export interface OpenRun {
  readonly seq: number
  readonly sheet: RunSheet
  readonly log: LogEntry[]
  head: RunHead
}

/** What some runs have come to together, none of it stored yet. */
export interface Stretch {
  readonly bench: BenchState
  readonly log: readonly PlannedEntry[]
  readonly heads: ReadonlyMap<string, RunHead>
  /** What each has added to its log. */
  readonly added: ReadonlyMap<string, readonly LogEntry[]>
}

/** What one of the runs is given at its first step, such as an answer. */
export interface FirstPart {
  readonly id: string
  readonly part: Partial<AdvanceContext>
}

/**
 * Takes runs on in turns, until all of them wait, ask, pause or end, or the stretch is over. The logs of the runs
 * themselves grow only while it goes on, and are as they were afterwards: whoever stores the stretch adds to them.
 */
export function stretchOf(runs: readonly OpenRun[], world: World, first?: FirstPart): Stretch {
  const context = stepContext(world)
  const heads = new Map(runs.map(({ head }) => [head.id, head]))
  const lengths = new Map(runs.map(({ head, log }) => [head.id, log.length]))
  const entries: PlannedEntry[] = []
  let bench = world.bench
  let going = [...runs]
  const endAt = performance.now() + STRETCH_MS
  let part = first
  const takeBack = () => new Map(runs.map(({ head: { id }, log }) => [id, log.splice(lengths.get(id)!)]))
  try {
    do {
      for (const run of going) {
        const { id } = run.head
        const given = part?.id === id ? part.part : {}
        if (part?.id === id) part = undefined
        const advance = advanceHead(heads.get(id)!, run.sheet, run.log, bench, { ...context, ...given })
        for (const body of advance.entries) {
          run.log.push(body)
          entries.push({ runId: id, body })
        }
        heads.set(id, advance.run)
        bench = advance.bench
      }
      going = going.filter(({ head: { id } }) => heads.get(id)!.phase === 'ready')
    } while (going.length > 0 && performance.now() < endAt)
  } catch (error) {
    takeBack()
    throw error
  }
  // A copy of a long log for each stretch would grow with its square.
  return { bench, log: entries, heads, added: takeBack() }
}
