import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startServer } from './startServer'

/**
 * Makes the store with the demo data that the tests of one run copy theirs from, before any of them begins. It is asked for
 * by every kind of test that needs it, and made for the first.
 */
export default async function makeTemplate(): Promise<(() => void) | undefined> {
  if (process.env.KEEN_TEMPLATE) return undefined
  const folder = mkdtempSync(join(tmpdir(), 'keen-lever-template-'))
  await (await startServer(folder)).stop()
  process.env.KEEN_TEMPLATE = folder
  return () => rmSync(folder, { recursive: true, force: true })
}
