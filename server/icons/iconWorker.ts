import { parentPort, workerData } from 'node:worker_threads'
import { cleanIcon } from './cleanIcon'

/** One picture, looked at apart from the server: what it holds up or uses up is this thread and nothing else. */
const { name, bytes } = workerData as { name: string; bytes: Uint8Array }
// Its time counts from here: how long a thread takes to begin is no fault of the picture.
parentPort!.postMessage('begun')
parentPort!.postMessage(cleanIcon(name, Buffer.from(bytes)))
