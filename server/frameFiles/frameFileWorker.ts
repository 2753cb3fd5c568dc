import { parentPort, workerData } from 'node:worker_threads'
import { readDocument } from '../../core/exchange'
import { readFrameFile, writeFrameFile } from '../../core/frameFile'
import type { FrameFileWork } from './frameFileApart'

/** One frame file or document, read or written apart from the server. */
function done(work: FrameFileWork): unknown {
  switch (work.kind) {
    case 'read':
      return readFrameFile(work.text, work.programs)
    case 'read-document':
      return readDocument(work.text)
    case 'write':
      return writeFrameFile(work.frame, work.before, work.programs)
  }
}

parentPort!.postMessage(done(workerData as FrameFileWork))
