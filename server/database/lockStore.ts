import { createHash } from 'node:crypto'
import { mkdirSync, readFileSync, realpathSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import type { Server } from 'node:net'
import { join } from 'node:path'

/** The store cannot be opened; the message says why and what to do. */
export class StoreError extends Error {}

interface Holder {
  pid: number
  address: string
  since: string
}

/**
 * Makes the folder and takes it for this process alone. The lock is an abstract socket named by the folder's real path
 * (Linux), or a lock file with the process id elsewhere; both are free again when the process dies.
 * Throws a `StoreError` when the folder cannot be written or somebody holds it.
 */
export async function lockStore(folder: string, address: string): Promise<() => void> {
  const holderFile = join(folder, 'holder.json')
  const holder: Holder = { pid: process.pid, address, since: new Date().toISOString() }
  let realPath: string
  try {
    mkdirSync(folder, { recursive: true })
    realPath = realpathSync(folder)
    const probe = join(folder, `.probe-${process.pid}`)
    writeFileSync(probe, '')
    rmSync(probe)
  } catch (error) {
    throw new StoreError(
      `The store folder ${folder} cannot be written (${(error as Error).message}). ` +
        `Choose another with KEEN_DATA, or change its permissions.`,
    )
  }
  const socket = process.platform === 'linux' ? await takeSocket(realPath) : takeFile(holderFile)
  if (!socket) throw new StoreError(heldBy(folder, holderFile))
  writeFileSync(holderFile, JSON.stringify(holder))
  return () => {
    rmSync(holderFile, { force: true })
    if (socket !== true) socket.close()
  }
}

function takeSocket(realPath: string): Promise<Server | undefined> {
  const name = `\0keen-lever-${createHash('sha256').update(realPath).digest('hex').slice(0, 32)}`
  return new Promise((resolve, reject) => {
    const server = createServer((connection) => connection.destroy())
    server.once('error', (error: NodeJS.ErrnoException) =>
      error.code === 'EADDRINUSE' ? resolve(undefined) : reject(error),
    )
    server.listen(name, () => resolve(server.unref()))
  })
}

function takeFile(holderFile: string): true | undefined {
  const holder = readHolder(holderFile)
  if (!holder) return true
  try {
    process.kill(holder.pid, 0)
    return undefined
  } catch {
    return true
  }
}

function readHolder(holderFile: string): Holder | undefined {
  try {
    return JSON.parse(readFileSync(holderFile, 'utf8')) as Holder
  } catch {
    return undefined
  }
}

function heldBy(folder: string, holderFile: string): string {
  const holder = readHolder(holderFile)
  const who = holder ? `process ${holder.pid}, which serves ${holder.address} since ${holder.since}` : 'another process'
  return `The store ${folder} is held by ${who}. Use that one, end it, or choose another folder with KEEN_DATA.`
}
