import { failHead, gateRun, partsOfRun, startRun, stopHead } from '../../core/run'
import type { Pullable, RunHead, RunSource } from '../../core/run'
import { startContext, triedRun } from './beginnings'
import type { PullOptions } from './beginnings'
import type { OpenRuns } from './openRuns'
import type { Plan, World } from './plan'
import { stretchOf } from './stretch'
import type { OpenRun } from './stretch'

/** How runs begin and end as part of a plan: what is planned stands once the plan is stored. */
export class RunPlans {
  constructor(
    private readonly open: OpenRuns,
    private readonly nextSeq: () => number,
    /** Sees to what comes next for a run that has come somewhere. */
    private readonly settle: (run: OpenRun) => void,
  ) {}

  /**
   * Starts a run, with as much of it as is done in one stretch. With a question it asks that first. `over` says why
   * nothing of it could be done; the run is over then. One that comes `after` another only waits for now.
   */
  pull(world: World, lever: Pullable, source: RunSource, options: PullOptions = {}): Plan<RunHead> {
    const { question, over, after, stops = [], values, inputs, roads, trial } = options
    const begun = startRun(lever, { ...startContext(world, values), source, inputs, roads })
    const tried = trial ? triedRun(begun, trial, world) : begun
    const { head: first, sheet, log } = partsOfRun(question === undefined ? tried : gateRun(tried, question))
    const run: OpenRun = { seq: this.nextSeq(), head: first, sheet, log }
    if (after !== undefined) run.head = { ...first, after }
    if (over) run.head = failHead(run.head, [], over, world.nowMs).run
    const stopped = this.stops(stops, world.nowMs)
    const stretch = stretchOf(after === undefined ? [run] : [], world)
    const reached = stretch.heads.get(first.id) ?? run.head
    return {
      answer: reached,
      bench: stretch.bench,
      log: [...stopped.log, ...log.map((body) => ({ runId: first.id, body })), ...stretch.log],
      runs: [...stopped.runs, { ...run, head: reached, isNew: true }],
      adopt: () => {
        stopped.adopt()
        this.settle({ ...run, head: reached, log: [...log, ...(stretch.added.get(first.id) ?? [])] })
      },
    }
  }

  /** Stops runs; those that have ended already are none. */
  stops(runIds: readonly string[], nowMs: number): Required<Pick<Plan<null>, 'log' | 'runs' | 'adopt'>> {
    const stopped = runIds.flatMap((id) => {
      const run = this.open.get(id)
      if (!run) return []
      const { run: head, entries } = stopHead(run.head, run.log, nowMs)
      return [{ run, head, entries }]
    })
    return {
      log: stopped.flatMap(({ run, entries }) => entries.map((body) => ({ runId: run.head.id, body }))),
      runs: stopped.map(({ run, head }) => ({ ...run, head })),
      adopt: () => {
        for (const { run, head, entries } of stopped) {
          run.log.push(...entries)
          run.head = head
          this.settle(run)
        }
      },
    }
  }
}
