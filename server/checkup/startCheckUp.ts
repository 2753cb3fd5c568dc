import { existsSync } from 'node:fs'
import { startThread } from '../thread'
import type { Thread, ThreadListener } from '../thread'
import { FollowStore } from './followStore'
import type { FromCheckUp, ToCheckUp } from './messages'

/** A check-up that goes on beside the server. */
export type CheckUpThread = Thread<ToCheckUp>

/** Starts a check-up from its built file in a thread; without the file, as in the development server, in this one. */
export function startCheckUp(file: string, listener: ThreadListener<FromCheckUp>): CheckUpThread {
  return existsSync(file) ? startThread(file, 'check-up', listener) : inTurns(listener)
}

function inTurns({ take }: ThreadListener<FromCheckUp>): CheckUpThread {
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
