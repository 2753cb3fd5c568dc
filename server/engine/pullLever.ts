import { gateOf } from '../../core/levers'
import type { Lever } from '../../core/levers'
import { fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import type { Run } from '../../core/run'
import { minuteOfDay } from './clock'
import type { LeverBook } from './leverBook'
import type { Workstation } from './workstation'

/**
 * Pulls a lever by its own rules; one whose interlock names another lever pulls that instead. Issues: `lever-missing`, `disabled`,
 * `interlocked` with the reason, `interlock-circle`, and `still-running` when its last run goes on and another pull is to be ignored.
 */
export async function pullLever(
  book: LeverBook,
  workstation: Workstation,
  id: string,
  source: Run['source'],
  before: readonly Lever[] = [],
): Promise<Result<Run>> {
  const lever = book.lever(id)
  if (!lever) return fail({ code: 'lever-missing', message: `There is no lever “${id}”; it may have been deleted.` })
  if (before.includes(lever))
    return fail({
      code: 'interlock-circle',
      message: `${[...before, lever].map((entry) => entry.plate).join(' pulls ')}: the interlocks go in a circle, so nothing was pulled.`,
    })
  if (!lever.enabled)
    return fail({ code: 'disabled', message: `${lever.plate} ${lever.name} is disabled. Enable it, then pull it.` })
  if (lever.whileRunning === 'ignore' && workstation.isRunning(id)) {
    return fail({
      code: 'still-running',
      message: `${lever.plate} ${lever.name} is still running and ignores another pull until it ends.`,
    })
  }
  const gate = gateOf(lever, workstation.state, minuteOfDay())
  if (gate.kind === 'refuse') return fail({ code: 'interlocked', message: gate.because })
  if (gate.kind === 'pull') return pullLever(book, workstation, gate.leverId, source, [...before, lever])
  return succeed(
    await workstation.pull(
      lever,
      source,
      book.tableFor(lever.frameId, workstation.state),
      gate.kind === 'ask' ? gate.question : undefined,
    ),
  )
}
