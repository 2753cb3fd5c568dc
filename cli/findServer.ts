import { readFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { fromHere } from './fromHere'

/** What a command was told of where to look. */
export interface Where {
  /** The address of a server. */
  readonly server?: string
  /** The folder of a store; `.data`, or KEEN_DATA. */
  readonly store?: string
}

export function storeFolder({ store }: Where): string {
  const { KEEN_DATA, KEEN_HOME = '.' } = process.env
  if (store !== undefined) return fromHere(store)
  return KEEN_DATA === undefined || KEEN_DATA.trim() === '' ? join(KEEN_HOME, '.data') : resolve(KEEN_DATA)
}

/**
 * The address of the server that runs: the one that is named, or that which holds the store and still answers; undefined
 * where none does.
 */
export async function findServer(where: Where): Promise<string | undefined> {
  if (where.server !== undefined) return where.server.replace(/\/+$/, '')
  const address = heldAt(storeFolder(where))
  if (address === undefined) return undefined
  const answer = await fetch(`${address}/api/health`, { signal: AbortSignal.timeout(3000) }).catch(() => undefined)
  return answer?.ok ? address : undefined
}

function heldAt(folder: string): string | undefined {
  try {
    const holder = JSON.parse(readFileSync(join(folder, 'holder.json'), 'utf8')) as { pid?: unknown; address?: unknown }
    if (typeof holder.pid !== 'number' || typeof holder.address !== 'string') return undefined
    // Throws where there is no such process any more.
    process.kill(holder.pid, 0)
    return holder.address
  } catch {
    return undefined
  }
}
