import { parentPort, workerData } from 'node:worker_threads'
import { cleanIcon } from './cleanIcon'

/** One picture, looked at apart from the server: what it holds up or uses up is this thread and nothing else. */
const { name, bytes } = workerData as { name: string; bytes: Uint8Array }
parentPort!.postMessage(cleanIcon(name, Buffer.from(bytes)))
