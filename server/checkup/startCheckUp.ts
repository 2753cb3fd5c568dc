import { existsSync } from 'node:fs'
import { Worker } from 'node:worker_threads'
import { report } from '../report'
import { FollowStore } from './followStore'
import type { FromCheckUp, ToCheckUp } from './messages'

/** A check-up that goes on beside the server. */
export interface CheckUpThread {
  readonly post: (message: ToCheckUp) => void
  readonly end: () => void
}

interface Listener {
  readonly take: (message: FromCheckUp) => void
  /** It ended with an error, and takes no more. */
  readonly lost: () => void
}

/** Starts a check-up from its built file in a thread; without the file, as in the development server, in this one. */
export function startCheckUp(file: string, listener: Listener): CheckUpThread {
  return existsSync(file) ? inThread(file, listener) : inTurns(listener)
}

function inThread(file: string, { take, lost }: Listener): CheckUpThread {
  const worker = new Worker(file)
  worker.unref()
  worker.on('message', take)
  worker.on('error', (error) => {
    report('check-up', error)
    lost()
  })
  return { post: (message) => worker.postMessage(message), end: () => void worker.terminate() }
}

function inTurns({ take }: Listener): CheckUpThread {
  const timers = new Set<NodeJS.Timeout>()
  const follow = new FollowStore({
    nowMs: () => Date.now(),
    later: (work, ms) => {
      const timer = setTimeout(() => {
        timers.delete(timer)
        work()
      }, ms).unref()
      timers.add(timer)
    },
    tell: take,
  })
  return {
    post: (message) => follow.take(message),
    end: () => timers.forEach((timer) => clearTimeout(timer)),
  }
}
