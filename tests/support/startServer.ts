import { spawn } from 'node:child_process'
import type { ChildProcess } from 'node:child_process'
import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const entry = new URL('../../.output/server/index.mjs', import.meta.url).pathname

/**
 * The server of a test lives for seconds: the database’s code is compiled once and quickly, what is young is not looked
 * through again and again, and only what is very busy is compiled well.
 */
const QUICK_START = process.env.VITEST
  ? ['--liftoff-only', '--max-semi-space-size=64', '--interrupt-budget=600000']
  : []

export interface RunningServer {
  readonly url: string
  readonly folder: string
  readonly process: ChildProcess
  /** All it has printed so far. */
  readonly output: () => string
  /** Asks it to stop (SIGTERM) and waits until it has. */
  readonly stop: () => Promise<void>
  /** Ends it at once (SIGKILL). */
  readonly kill: () => Promise<void>
}

/**
 * Starts the built server on loopback, with the demo data in a store of its own unless `folder` names one; on a free
 * port unless one is given.
 */
export async function startServer(
  folder?: string,
  wantedPort?: number,
  more: Record<string, string> = {},
): Promise<RunningServer> {
  const store = folder ?? (await freshStore())
  const port = wantedPort ?? (await freePort())
  const url = `http://127.0.0.1:${port}`
  let printed = ''
  const child = spawn(process.execPath, [...QUICK_START, entry], {
    env: { ...process.env, HOST: '127.0.0.1', PORT: String(port), KEEN_DATA: store, ...more },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  child.stdout.on('data', (text: Buffer) => {
    printed += text.toString()
  })
  child.stderr.on('data', (text: Buffer) => {
    printed += text.toString()
  })
  await answering(url, child, () => printed)
  const end = async (signal: NodeJS.Signals) => {
    if (child.exitCode !== null || child.signalCode !== null) return
    const gone = new Promise((resolve) => child.once('exit', resolve))
    child.kill(signal)
    await gone
  }
  return {
    url,
    folder: store,
    process: child,
    output: () => printed,
    stop: () => end('SIGTERM'),
    kill: () => end('SIGKILL'),
  }
}

/** A store with the demo data, copied from one that was made before the tests, or made now. */
export async function freshStore(): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'keen-lever-store-'))
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }))
  const template = process.env.KEEN_TEMPLATE
  if (template) cpSync(template, folder, { recursive: true })
  else await (await startServer(folder)).stop()
  return folder
}

export function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo
      server.close(() => resolve(port))
    })
  })
}

async function answering(url: string, child: ChildProcess, printed: () => string): Promise<void> {
  const deadline = Date.now() + 45_000
  while (Date.now() < deadline) {
    if (child.exitCode !== null) throw new Error(`the server ended with ${child.exitCode}: ${printed()}`)
    const answer = await fetch(`${url}/api/health`).catch(() => undefined)
    if (answer?.ok) return
    await new Promise((resolve) => setTimeout(resolve, 60))
  }
  throw new Error(`the server did not answer: ${printed()}`)
}
