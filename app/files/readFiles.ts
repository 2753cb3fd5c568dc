import { countOf } from '~~/core/names'

/** A chosen file as it is sent: its bytes, whatever their encoding, in base64. */
export interface ChosenFile {
  readonly name: string
  readonly base64: string
}

const MOST_FILES = 1000
const MOST_BYTES = 16 * 1024 * 1024

/**
 * Reads chosen files. Of a folder only its Desktop Entries are taken. Too much is refused whole, with what is too much.
 */
export async function readFiles(files: readonly File[]): Promise<{ files: ChosenFile[]; problem?: string }> {
  const wanted = files.length > 1 ? files.filter((file) => file.name.endsWith('.desktop')) : files
  const bytes = wanted.reduce((sum, file) => sum + file.size, 0)
  if (wanted.length === 0)
    return { files: [], problem: 'None of these files is a Desktop Entry; their names end in .desktop.' }
  if (wanted.length > MOST_FILES)
    return {
      files: [],
      problem: `These are ${countOf(wanted.length, 'file')}; at most ${MOST_FILES} are read at once.`,
    }
  if (bytes > MOST_BYTES) {
    const largest = wanted.reduce((most, file) => (file.size > most.size ? file : most))
    return {
      files: [],
      problem:
        `These files have ${Math.round(bytes / 1024 / 1024)} MiB together; at most ` +
        `${MOST_BYTES / 1024 / 1024} MiB are read at once. The largest is ${largest.name}.`,
    }
  }
  return {
    files: await Promise.all(
      wanted.map(async (file) => ({
        name: file.webkitRelativePath || file.name,
        base64: toBase64(new Uint8Array(await file.arrayBuffer())),
      })),
    ),
  }
}

function toBase64(bytes: Uint8Array): string {
  let binary = ''
  const chunk = 0x8000
  for (let i = 0; i < bytes.length; i += chunk) binary += String.fromCharCode(...bytes.subarray(i, i + chunk))
  return btoa(binary)
}
