import { gateOf, readInputs } from '../../core/levers'
import type { Lever } from '../../core/levers'
import { assertNever, fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import { runIssue } from '../../core/run'
import type { RunHead, RunSource } from '../../core/run'
import type { Scope } from '../../core/values'
import { readLastRun } from '../database/runTable'
import { minuteOfDay } from './clock'
import { planPutBack } from './planPutBack'
import type { PullOptions } from './beginnings'
import type { RunDriver } from './runDriver'
import type { Plan, World } from './plan'
import type { Store } from './store'
import { report } from '../report'

/** So many pulls of one lever may wait for each other. */
const MOST_QUEUED = 100

/**
 * Pulls a lever by its own rules; one whose interlock names another lever pulls that instead. Resolves when the run is
 * stored, however long it goes on. A pull may come to something else than a new run: the one that still runs is
 * stopped, or the last one is put back; that run is the answer then. Issues: `lever-missing`, `disabled`, `interlocked`
 * with the reason, `interlock-circle`, `still-running` when its last run goes on and another pull is to be ignored,
 * `queue-full`, and those of `readInputs`.
 */
export async function pullLever(
  store: Store,
  driver: RunDriver,
  id: string,
  source: RunSource,
  { inputs = {}, roads = [] }: { readonly inputs?: Scope; readonly roads?: readonly string[] } = {},
): Promise<Result<RunHead>> {
  const planWith = (because?: unknown) => async (world: World) => {
    const meant = meantBy(id, world)
    if (!meant.ok) return meant
    const { lever, question } = meant.value
    const given = readInputs(lever.inputs ?? [], inputs)
    if (!given.ok) return fail(...given.issues.map((issue) => ({ ...issue, at: `inputs.${issue.at}` })))
    const values = world.book.tableFor(lever.frameId, world.bench)
    const over = because === undefined ? undefined : runIssue({ code: 'not-stored', because: String(because) })
    return planByPolicy(store, driver, lever, source, world, {
      values,
      question,
      over,
      inputs: given.value,
      roads,
    })
  }
  try {
    return await store.change(planWith())
  } catch (error) {
    // What could not be stored stands in the ledger as a run that failed, with the reason.
    report(`pull of ${id}`, error)
    return store.change(planWith(error instanceof Error ? error.message : error))
  }
}

/** What the pull of a lever comes to by what it shall do while it runs, and when it is pulled again. */
async function planByPolicy(
  store: Store,
  driver: RunDriver,
  lever: Lever,
  source: RunSource,
  world: World,
  options: PullOptions,
): Promise<Result<Plan<RunHead>>> {
  const running = driver.runsOf(lever.id)
  const ids = running.map((run) => run.id)
  const last = running.at(-1)
  if (last === undefined) {
    const before = lever.pulledAgain === 'put-back' ? await readLastRun(store.database, lever.id) : undefined
    if (before?.sheet && !before.head.putBack && before.head.changeCount > 0) return planPutBack(before, world)
    return succeed(driver.plans.pull(world, lever, source, options))
  }
  switch (lever.whileRunning) {
    case 'ignore': {
      const name = `${lever.plate} ${lever.name}`
      const message = `${name} is still running and ignores another pull until it ends.`
      return fail({ code: 'still-running', message })
    }
    case 'beside':
      return succeed(driver.plans.pull(world, lever, source, options))
    case 'queue':
      if (running.length >= MOST_QUEUED) {
        const message = `${lever.plate} ${lever.name} has ${running.length - 1} pulls waiting already, the most there may be.`
        return fail({ code: 'queue-full', message })
      }
      return succeed(driver.plans.pull(world, lever, source, { ...options, after: last.id }))
    case 'restart':
      return succeed(driver.plans.pull(world, lever, source, { ...options, stops: ids }))
    case 'stop': {
      const stops = driver.plans.stops(ids, world.nowMs)
      return succeed({ ...stops, answer: stops.runs.at(-1)!.head })
    }
    default:
      return assertNever(lever.whileRunning)
  }
}

/** The lever that a pull comes to as things stand, with what it asks first. */
function meantBy(id: string, world: World, before: readonly Lever[] = []): Result<{ lever: Lever; question?: string }> {
  const lever = world.book.levers.get(id)
  if (!lever) return fail({ code: 'lever-missing', message: `There is no lever “${id}”; it may have been deleted.` })
  if (before.includes(lever)) {
    const way = [...before, lever].map((entry) => entry.plate).join(' pulls ')
    return fail({ code: 'interlock-circle', message: `${way}: the interlocks go in a circle, so nothing was pulled.` })
  }
  const name = `${lever.plate} ${lever.name}`
  if (!lever.enabled) return fail({ code: 'disabled', message: `${name} is disabled. Enable it, then pull it.` })
  const gate = gateOf(lever, world.bench, { nowMs: world.nowMs, minuteOfDay: minuteOfDay(world.nowMs) })
  if (gate.kind === 'refuse') return fail({ code: 'interlocked', message: gate.because })
  if (gate.kind === 'pull') return meantBy(gate.leverId, world, [...before, lever])
  return succeed(gate.kind === 'ask' ? { lever, question: gate.question } : { lever })
}
