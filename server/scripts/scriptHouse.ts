import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { Worker } from 'node:worker_threads'
import type { ScriptOutcome, ScriptRequest } from '../../core/script'
import { report } from '../report'

/** A script ends by what it does; this is for what its interpreter cannot look up from, such as sorting a long list. */
const DEADLINE_MS = 5000
const MOST_MEMORY_MB = 256

/** Beside the built server; the development server has none. */
const workerFile = join(dirname(process.argv[1] ?? ''), 'workers', 'scriptWorker.cjs')

/** So many scripts run side by side, so that one that holds its thread up does not hold up the others. */
const LANES = 2

/** Runs scripts apart from the server, in their order, each in a thread that is free. What becomes of one is always an outcome. */
export class ScriptHouse {
  private readonly free: Lane[]
  private readonly lanes: readonly Lane[]
  private readonly queue: { readonly request: ScriptRequest; readonly done: (outcome: ScriptOutcome) => void }[] = []

  constructor(file = workerFile, deadlineMs = DEADLINE_MS) {
    this.lanes = Array.from({ length: LANES }, () => new Lane(file, deadlineMs))
    this.free = [...this.lanes]
  }

  run(request: ScriptRequest): Promise<ScriptOutcome> {
    return new Promise((done) => {
      this.queue.push({ request, done })
      this.runNext()
    })
  }

  async close(): Promise<void> {
    await Promise.all(this.lanes.map((lane) => lane.close()))
  }

  private runNext(): void {
    const lane = this.queue.length > 0 ? this.free.pop() : undefined
    if (!lane) return
    const { request, done } = this.queue.shift()!
    void lane.run(request).then((outcome) => {
      // The one that was used last is used next, so that another thread begins only where two are needed.
      this.free.push(lane)
      done(outcome)
      this.runNext()
    })
  }
}

/** A thread that is kept for the next script, and ended where one holds it up. */
class Lane {
  private worker: Promise<Worker> | undefined
  private isClosed = false

  constructor(
    private readonly file: string,
    private readonly deadlineMs: number,
  ) {}

  async run(request: ScriptRequest): Promise<ScriptOutcome> {
    if (this.isClosed) return failed('Scripts are not run any more: Keen Lever is ending.')
    try {
      if (!existsSync(this.file)) return await runHere(request)
      const worker = await (this.worker ??= begun(this.file))
      const outcome = await answerOf(worker, request, this.deadlineMs)
      if (outcome) return outcome
      await this.end()
      return failed(`It takes more than ${this.deadlineMs / 1000} s, or more memory than there is, and was ended.`)
    } catch (error) {
      report('script', error)
      await this.end()
      return failed('The thread in which scripts run ended. Pull it again.')
    }
  }

  async close(): Promise<void> {
    this.isClosed = true
    await this.end()
  }

  private async end(): Promise<void> {
    const worker = this.worker
    this.worker = undefined
    await worker?.then((one) => one.terminate()).catch(() => undefined)
  }
}

/** A thread that is ready for scripts; the process does not wait for it. */
function begun(file: string): Promise<Worker> {
  const worker = new Worker(file, { resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB } })
  worker.unref()
  return new Promise((resolve, reject) => {
    worker.once('message', () => resolve(worker))
    worker.once('error', reject)
    worker.once('exit', (code) => reject(new Error(`the thread of scripts ended with ${code}`)))
  })
}

/** Undefined where it has not come to an end by the deadline, or the thread has ended over it. */
function answerOf(worker: Worker, request: ScriptRequest, deadlineMs: number): Promise<ScriptOutcome | undefined> {
  return new Promise((resolve) => {
    const end = (outcome?: ScriptOutcome) => {
      clearTimeout(deadline)
      worker.removeListener('message', end).removeListener('exit', gone)
      resolve(outcome)
    }
    const gone = () => end()
    const deadline = setTimeout(gone, deadlineMs)
    worker.once('message', end).once('exit', gone)
    worker.postMessage(request)
  })
}

/** In the development server, which has no threads. */
async function runHere(request: ScriptRequest): Promise<ScriptOutcome> {
  const { newInterpreter, runScript } = await import('../../core/sandbox')
  return runScript(await newInterpreter(), request).outcome
}

function failed(message: string): ScriptOutcome {
  return { kind: 'failed', message, said: [] }
}
