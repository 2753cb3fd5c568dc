import { constants, setPriority } from 'node:os'
import { isMainThread } from 'node:worker_threads'

/**
 * This thread gives way to whatever else there is to do. On Linux a priority is that of one thread (setpriority(2), NOTES); elsewhere
 * it would be that of the whole process, which stays as it is.
 */
export function letOthersFirst(): void {
  if (isMainThread || process.platform !== 'linux') return
  try {
    setPriority(constants.priority.PRIORITY_BELOW_NORMAL)
  } catch {
    // A machine that does not allow it: the work goes on as it did.
  }
}
