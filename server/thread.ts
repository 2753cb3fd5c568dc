import { Worker } from 'node:worker_threads'
import { report } from './report'

/** What goes on beside the server: it is told, and tells. */
export interface Thread<To> {
  readonly post: (message: To) => void
  readonly end: () => void
}

export interface ThreadListener<From> {
  readonly take: (message: From) => void
  /** It ended with an error, and takes no more. */
  readonly lost: () => void
}

/** Starts a thread from its built file; it keeps no process alive. What ends it is reported under the name. */
export function startThread<To, From>(file: string, name: string, { take, lost }: ThreadListener<From>): Thread<To> {
  const worker = new Worker(file)
  worker.unref()
  worker.on('message', take)
  worker.on('error', (error) => {
    report(name, error)
    lost()
  })
  return { post: (message) => worker.postMessage(message), end: () => void worker.terminate() }
}
