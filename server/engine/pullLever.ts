import { fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import type { Run } from '../../core/run'
import type { LeverBook } from './leverBook'
import type { Workstation } from './workstation'

/**
 * Pulls a lever by its own rules. Issues: `lever-missing`, `disabled`, and `still-running` when its last run goes on
 * and another pull is to be ignored.
 */
export async function pullLever(book: LeverBook, workstation: Workstation, id: string, source: Run['source']): Promise<Result<Run>> {
  const lever = book.lever(id)
  if (!lever) return fail({ code: 'lever-missing', message: `There is no lever “${id}”; it may have been deleted.` })
  if (!lever.enabled) return fail({ code: 'disabled', message: `${lever.plate} ${lever.name} is disabled. Enable it, then pull it.` })
  if (lever.whileRunning === 'ignore' && workstation.isRunning(id)) {
    return fail({ code: 'still-running', message: `${lever.plate} ${lever.name} is still running and ignores another pull until it ends.` })
  }
  return succeed(await workstation.pull(lever, source, book.tableFor(lever.frameId, workstation.state)))
}
