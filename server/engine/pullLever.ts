import { gateOf } from '../../core/levers'
import type { Lever } from '../../core/levers'
import { fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import { runIssue } from '../../core/run'
import type { RunHead, RunSource } from '../../core/run'
import { minuteOfDay } from './clock'
import type { RunDriver } from './runDriver'
import type { Store, World } from './store'

/**
 * Pulls a lever by its own rules; one whose interlock names another lever pulls that instead. Resolves when the run is
 * stored, however long it goes on. Issues: `lever-missing`, `disabled`, `interlocked` with the reason,
 * `interlock-circle`,
 * and `still-running` when its last run goes on and another pull is to be ignored.
 */
export async function pullLever(
  store: Store,
  driver: RunDriver,
  id: string,
  source: RunSource,
): Promise<Result<RunHead>> {
  const planWith = (because?: unknown) => (world: World) => {
    const meant = meantBy(id, world, driver)
    if (!meant.ok) return meant
    const { lever, question } = meant.value
    const values = world.book.tableFor(lever.frameId, world.bench)
    const over = because === undefined ? undefined : runIssue({ code: 'not-stored', because: String(because) })
    return succeed(driver.planPull(world, lever, source, { values, question, over }))
  }
  try {
    return await store.change(planWith())
  } catch (error) {
    // What could not be stored stands in the ledger as a run that failed, with the reason.
    console.error(`pull of ${id}:`, error)
    return store.change(planWith(error instanceof Error ? error.message : error))
  }
}

/** The lever that a pull comes to as things stand, with what it asks first. */
function meantBy(
  id: string,
  world: World,
  driver: RunDriver,
  before: readonly Lever[] = [],
): Result<{ lever: Lever; question?: string }> {
  const lever = world.book.levers.get(id)
  if (!lever) return fail({ code: 'lever-missing', message: `There is no lever “${id}”; it may have been deleted.` })
  if (before.includes(lever)) {
    const way = [...before, lever].map((entry) => entry.plate).join(' pulls ')
    return fail({ code: 'interlock-circle', message: `${way}: the interlocks go in a circle, so nothing was pulled.` })
  }
  const name = `${lever.plate} ${lever.name}`
  if (!lever.enabled) return fail({ code: 'disabled', message: `${name} is disabled. Enable it, then pull it.` })
  if (lever.whileRunning === 'ignore' && driver.isRunning(id))
    return fail({ code: 'still-running', message: `${name} is still running and ignores another pull until it ends.` })
  const gate = gateOf(lever, world.bench, { nowMs: world.nowMs, minuteOfDay: minuteOfDay(world.nowMs) })
  if (gate.kind === 'refuse') return fail({ code: 'interlocked', message: gate.because })
  if (gate.kind === 'pull') return meantBy(gate.leverId, world, driver, [...before, lever])
  return succeed(gate.kind === 'ask' ? { lever, question: gate.question } : { lever })
}
