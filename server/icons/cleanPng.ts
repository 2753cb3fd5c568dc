import { inflateSync } from 'node:zlib'
import { PNG } from 'pngjs'

const MOST_PIXELS = 1024
/** Samples of a pixel, by colour type (PNG, third edition, 11.2.1). */
const samples: ReadonlyMap<number, number> = new Map([
  [0, 1],
  [2, 3],
  [3, 1],
  [4, 2],
  [6, 4],
])

/**
 * A PNG drawn anew from its pixels. Its chunks are looked at before anything is inflated, and no more is inflated than
 * its header says. Throws with what is wrong.
 */
export function cleanPng(bytes: Buffer): Buffer {
  const chunks = chunksOf(bytes)
  const [header, ...others] = chunks
  if (header?.type !== 'IHDR' || header.data.length !== 13) throw new Error('it does not begin with its header')
  if (others.some(({ type }) => type === 'IHDR')) throw new Error('it has a second header')
  const [width, height] = [header.data.readUInt32BE(0), header.data.readUInt32BE(4)]
  if (width === 0 || height === 0 || width > MOST_PIXELS || height > MOST_PIXELS)
    throw new RangeError(`it is ${width} by ${height} pixels; an icon is at most ${MOST_PIXELS} by ${MOST_PIXELS}`)
  const perPixel = samples.get(header.data[9]!)
  if (perPixel === undefined) throw new Error('its colours are of no known type')
  // A byte in front of each line, and room for the seven passes of an interlaced picture.
  const mostBytes = (Math.ceil((width * perPixel * header.data[8]!) / 8) + 2) * height + 8 * (width + height)
  const packed = Buffer.concat(others.filter(({ type }) => type === 'IDAT').map(({ data }) => data))
  inflateSync(packed, { maxOutputLength: mostBytes })
  return PNG.sync.write(PNG.sync.read(bytes))
}

interface Chunk {
  readonly type: string
  readonly data: Buffer
}

function chunksOf(bytes: Buffer): Chunk[] {
  const chunks: Chunk[] = []
  let at = 8
  while (at + 12 <= bytes.length) {
    const length = bytes.readUInt32BE(at)
    const type = bytes.toString('latin1', at + 4, at + 8)
    if (at + 12 + length > bytes.length) throw new Error('it is cut short')
    chunks.push({ type, data: bytes.subarray(at + 8, at + 8 + length) })
    at += 12 + length
    if (type === 'IEND') return chunks
  }
  throw new Error('it is cut short')
}
