import { parentPort, workerData } from 'node:worker_threads'
import { readFrameFile, writeFrameFile } from '../../core/frameFile'
import type { FrameFileWork } from './frameFileApart'

/** One frame file, read or written apart from the server. */
const work = workerData as FrameFileWork
const { programs } = work
parentPort!.postMessage(
  work.kind === 'read' ? readFrameFile(work.text, programs) : writeFrameFile(work.frame, work.before, programs),
)
