import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { readDocument } from '../../core/exchange'
import type { ExchangeDocument } from '../../core/exchange'
import { readFrameFile, writeFrameFile } from '../../core/frameFile'
import type { FrameDocument } from '../../core/frameFile'
import { fail } from '../../core/result'
import type { Result } from '../../core/result'
import type { Programs } from '../../core/variants'
import { report } from '../report'

/** What a thread does with a frame file, or a document of several frames. */
export type FrameFileWork =
  | { readonly kind: 'read-document'; readonly text: string }
  | { readonly kind: 'read'; readonly text: string; readonly programs: Programs }
  | {
      readonly kind: 'write'
      readonly frame: FrameDocument
      readonly before?: string
      readonly programs: Programs
    }

/** What is smaller is done sooner than a thread begins: letters of a text, levers of a frame. */
const SMALL_TEXT = 60_000
const SMALL_FRAME = 200
const DEADLINE_MS = 60_000
const MOST_MEMORY_MB = 1024

/** Beside the built server; the development server has none. */
const workerFile = join(dirname(process.argv[1] ?? ''), 'workers', 'frameFileWorker.cjs')

interface Apart {
  readonly file?: string
  readonly deadlineMs?: number
}

/** `readFrameFile`, of a large file in a thread of its own, so that keys go on. Issue besides: `too-large`. */
export async function readFrameFileApart(
  text: string,
  programs: Programs,
  { file = workerFile, deadlineMs }: Apart = {},
): Promise<Result<FrameDocument>> {
  if (text.length < SMALL_TEXT || !existsSync(file)) return readFrameFile(text, programs)
  const work = { kind: 'read', text, programs: rulesOnly(programs) } as const
  const read = await inThread<Result<FrameDocument>>(work, file, deadlineMs)
  const message = 'The file takes more time or memory to read than there is. Split it into several frames.'
  return read ?? fail({ code: 'too-large', message, at: '1:1' })
}

/** `readDocument`, of a large one in a thread of its own. Issue besides: `too-large`. */
export async function readDocumentApart(
  text: string,
  { file = workerFile, deadlineMs }: Apart = {},
): Promise<Result<ExchangeDocument>> {
  if (text.length < SMALL_TEXT || !existsSync(file)) return readDocument(text)
  const read = await inThread<Result<ExchangeDocument>>({ kind: 'read-document', text }, file, deadlineMs)
  const message = 'The document takes more time or memory to read than there is. Save fewer frames in one.'
  return read ?? fail({ code: 'too-large', message })
}

/** `writeFrameFile`, of a large frame in a thread of its own; over the text that stood `before`, where there is one. */
export async function writeFrameFileApart(
  frame: FrameDocument,
  programs: Programs,
  { before, file = workerFile, deadlineMs }: Apart & { readonly before?: string } = {},
): Promise<string> {
  if (frame.levers.length < SMALL_FRAME || !existsSync(file)) return writeFrameFile(frame, before, programs)
  const work = { kind: 'write', frame, before, programs: rulesOnly(programs) } as const
  const written = await inThread<string>(work, file, deadlineMs)
  return written ?? writeFrameFile(frame, before, programs)
}

/** No more of programs than a thread needs. */
function rulesOnly(programs: Programs): Programs {
  return Object.fromEntries(Object.entries(programs).map(([id, { arguments: rules }]) => [id, { arguments: rules }]))
}

/** What a thread answers; undefined where it reaches its bounds on time or memory. */
function inThread<T>(work: FrameFileWork, file: string, deadlineMs = DEADLINE_MS): Promise<T | undefined> {
  return new Promise((resolve) => {
    const worker = new Worker(file, {
      workerData: work,
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
    })
    const end = (answer?: T) => {
      clearTimeout(deadline)
      void worker.terminate()
      resolve(answer)
    }
    const deadline = setTimeout(() => end(), deadlineMs)
    worker.once('message', (answer: T) => end(answer))
    worker.once('error', (error) => {
      report('frame file', error)
      end()
    })
    worker.once('exit', () => end())
  })
}
