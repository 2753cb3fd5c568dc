import { readBackup } from '../database/backups'
import type { StoreContent } from '../database/content'
import { readContent } from '../database/readContent'
import { readWritten } from '../database/writtenContent'
import { refuse, refuseWith } from './refusal'

/** So many of the things that cannot be read are told. */
const MOST_LEFT = 100

/** What a backup holds, of the store by its name or as it was sent. Refuses with 404 and 422. */
export async function backupContent(
  folder: string,
  which: { file: string } | { base64: string },
): Promise<{ atMs: number; content: StoreContent; left: string[] }> {
  const bytes = 'file' in which ? await readBackup(folder, which.file) : Buffer.from(which.base64, 'base64')
  if (!bytes) throw refuse(404, 'backup-missing', 'file', `There is no backup “${'file' in which ? which.file : ''}”.`)
  const written = await readWritten(bytes)
  if (!written.ok) throw refuseWith(422, written.issues, 'file' in which ? 'file' : 'base64')
  const { content, left } = readContent(written.value.raw)
  return { atMs: written.value.atMs, content, left: left.slice(0, MOST_LEFT) }
}
