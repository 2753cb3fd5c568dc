import type { IncomingMessage } from 'node:http'
import type { H3Event } from 'h3'
import { breathe, inSlices } from '../database/rows'
import { whyNotTaken } from './checkTexts'
import { refuse } from './refusal'

const USUAL_BYTES = 1024 * 1024
/** What is longer is read with pauses, in which keys have their turn. */
const LONG_LETTERS = 128 * 1024
/** So much of a body that is too large is read and dropped; whoever sends more gets no answer. */
const MOST_DROPPED_BYTES = 512 * 1024 * 1024

/** Whether reading a body takes so long that others have their turn before something is done with it. */
export function isLongBody({ node: { req } }: Pick<H3Event, 'node'>): boolean {
  return Number(req.headers['content-length'] ?? 0) > LONG_LETTERS
}

/**
 * The JSON body of a request. Refuses other types (415), bodies over the limit (413; 1 MiB unless the route has
 * another) and what is not JSON (400, with the place).
 */
export async function readJson(request: IncomingMessage, mostBytes = USUAL_BYTES): Promise<unknown> {
  const type = request.headers['content-type'] ?? ''
  if (!/^application\/json\s*(;|$)/i.test(type))
    throw refuse(
      415,
      'not-json-type',
      '',
      `The body must be JSON: send it with the header Content-Type: application/json${type ? `, not ${type}` : ''}.`,
    )
  const text = await readBounded(request, mostBytes)
  const pause = () => (text.length > LONG_LETTERS ? breathe() : undefined)
  await pause()
  const body = parsed(text)
  await pause()
  const refusal = await inSlices(whyNotTaken(body))
  if (refusal) throw refusal
  await pause()
  return body
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch (error) {
    throw refuse(400, 'not-json', '', `The body is not JSON: ${(error as Error).message}.`)
  }
}

async function readBounded(request: IncomingMessage, mostBytes: number): Promise<string> {
  const chunks: Buffer[] = []
  let bytes = 0
  for await (const chunk of request as AsyncIterable<Buffer>) {
    bytes += chunk.length
    if (bytes <= mostBytes) chunks.push(chunk)
    // What is over is read and dropped, so that the answer reaches a client that is still sending.
    if (bytes > MOST_DROPPED_BYTES) request.destroy()
  }
  if (bytes > mostBytes)
    throw refuse(413, 'body-large', '', `The body is over ${mostBytes / 1024} KiB. Send it in smaller parts.`)
  return Buffer.concat(chunks).toString('utf8')
}
