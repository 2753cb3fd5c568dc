import { parentPort } from 'node:worker_threads'
import { FollowStore } from './followStore'
import type { ToCheckUp } from './messages'

/** The check-up, beside the server: keys and runs do not wait for it. */
const follow = new FollowStore({
  nowMs: () => Date.now(),
  later: (work, ms) => void (ms === 0 ? setImmediate(work) : setTimeout(work, ms)),
  tell: (message) => parentPort!.postMessage(message),
})
parentPort!.on('message', (message: ToCheckUp) => follow.take(message))
