import { parentPort } from 'node:worker_threads'
import type { ToNoticing } from './messages'
import { Watcher } from './watcher'

/** Finds what repeats, apart from the server: keys never wait for it. */
const watcher = new Watcher()

parentPort!.on('message', (message: ToNoticing) => {
  const answer = watcher.take(message)
  if (answer) parentPort!.postMessage(answer)
})
