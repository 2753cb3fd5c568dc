import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import { cleanIcon } from './cleanIcon'
import type { CleanIcon } from './cleanIcon'
import { report } from '../report'

const DEADLINE_MS = 3000
/** A machine that is busy takes its time to begin a thread and to read what it runs. */
const BEGIN_MS = 30_000
const MOST_MEMORY_MB = 192

/** Beside the built server; the development server has none. */
const workerFile = join(dirname(process.argv[1] ?? ''), 'workers', 'iconWorker.cjs')

/**
 * `cleanIcon` in a thread of its own, with bounds on its time and memory. Issues as those of `cleanIcon`, and
 * `icon-costly` where it reaches a bound.
 */
export function cleanIconApart(
  name: string,
  bytes: Buffer,
  { file = workerFile, deadlineMs = DEADLINE_MS } = {},
): Promise<Result<CleanIcon>> {
  if (!existsSync(file)) return Promise.resolve(cleanIcon(name, bytes))
  return new Promise((resolve) => {
    const worker = new Worker(file, {
      workerData: { name, bytes },
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB, maxYoungGenerationSizeMb: 32 },
    })
    const end = (result: Result<CleanIcon>) => {
      clearTimeout(deadline)
      void worker.terminate()
      resolve(result)
    }
    const costly = (why: string) =>
      end(fail({ code: 'icon-costly', message: `${name} ${why}, so it is not taken. Save it simpler.`, at: 'base64' }))
    let deadline = setTimeout(() => costly('could not be looked at'), BEGIN_MS)
    worker.on('message', (told: Result<CleanIcon> | 'begun') => {
      if (told === 'begun') {
        clearTimeout(deadline)
        deadline = setTimeout(() => costly(`takes more than ${deadlineMs / 1000} seconds to look at`), deadlineMs)
      } else end(told.ok ? succeed({ ...told.value, bytes: Buffer.from(told.value.bytes) }) : told)
    })
    worker.once('error', (error) => {
      report('icon', error)
      costly('takes more memory to look at than an icon may')
    })
    worker.once('exit', () => costly('could not be looked at'))
  })
}
