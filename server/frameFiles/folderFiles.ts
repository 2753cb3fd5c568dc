import { randomBytes } from 'node:crypto'
import { constants } from 'node:fs'
import { lstat, open, readdir, realpath, rename, unlink } from 'node:fs/promises'
import { join, sep } from 'node:path'
import { hasHeader, LARGEST_FILE } from '../../core/frameFile'

/** A file of the watched folder that may be a frame file. */
export interface ListedFile {
  readonly name: string
  /** Differs whenever the file was written, renamed over or made readable. */
  readonly signature: string
  /** The file itself, whatever it is called; another after it was renamed over. */
  readonly inode: number
  readonly size: number
  /** Why it is not looked at. */
  readonly refused?: string
}

/** In UTF-8 a letter of the text takes three bytes at most, or four for two. */
const LARGEST_BYTES = 3 * LARGEST_FILE
const UNFINISHED = /^\..+\.[0-9a-f]{12}\.keen-lever$/

/** The YAML files of a folder, not those of folders in it. Throws where the folder is not there or cannot be read. */
export async function listFrameFiles(folder: string): Promise<ListedFile[]> {
  const names = (await readdir(folder)).filter((name) => /^[^.].*\.ya?ml$/i.test(name)).sort()
  const listed = await Promise.all(names.map((name) => look(folder, name)))
  return listed.filter((file) => file !== undefined)
}

async function look(folder: string, name: string): Promise<ListedFile | undefined> {
  const path = join(folder, name)
  // What goes between the two calls is told by the next look.
  const is = await lstat(path, { bigint: true }).catch(() => undefined)
  if (!is) return undefined
  const signature = `${is.ino} ${is.size} ${is.mtimeNs} ${is.ctimeNs}`
  const file = { name, signature, inode: Number(is.ino), size: Number(is.size) }
  if (is.isSymbolicLink()) {
    const [to, root] = await Promise.all([realpath(path).catch(() => undefined), realpath(folder)])
    const isInside = to?.startsWith(root + sep) === true
    return {
      ...file,
      refused: isInside
        ? 'It is a link. What it leads to is looked at itself.'
        : 'It is a link that leads out of the folder, so it is not followed.',
    }
  }
  if (!is.isFile()) return { ...file, refused: 'It is no plain file.' }
  return is.size > BigInt(LARGEST_BYTES) ? { ...file, refused: 'It is too large for a frame file.' } : file
}

/** By what a change of a file is known, as `listFrameFiles` has it. */
export async function signatureOf(
  folder: string,
  name: string,
): Promise<Pick<ListedFile, 'signature' | 'inode'> | undefined> {
  const file = await look(folder, name)
  return file && { signature: file.signature, inode: file.inode }
}

/**
 * The text of a file of the folder. Issues as a sentence: it may not be read, or is no UTF-8; undefined where it is not
 * there.
 */
export async function readText(
  folder: string,
  name: string,
): Promise<{ text: string } | { fault: string } | undefined> {
  try {
    // A link that was put there since it was looked at is not followed, and a pipe does not hold anything up.
    const { O_RDONLY, O_NOFOLLOW, O_NONBLOCK } = constants
    const handle = await open(join(folder, name), O_RDONLY | O_NOFOLLOW | O_NONBLOCK)
    try {
      if (!(await handle.stat()).isFile()) return { fault: 'It is no plain file.' }
      const bytes = await handle.readFile()
      return { text: new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes) }
    } finally {
      await handle.close()
    }
  } catch (error) {
    if (error instanceof TypeError) return { fault: 'It is no UTF-8 text.' }
    const { code } = error as NodeJS.ErrnoException
    if (code === 'ENOENT') return undefined
    if (code === 'EACCES' || code === 'EPERM') return { fault: 'It may not be read: its permissions keep others out.' }
    return { fault: `It cannot be read (${code}).` }
  }
}

/** What became of a text that was to be written: `overtaken` where the file is no longer what it was taken for. */
export type Written = { readonly fate: 'written' | 'overtaken' } | { readonly fate: 'refused'; readonly why: string }

/**
 * Writes a text in one go: whoever reads the file finds the old text or the new one. `before` is what it must still
 * hold; undefined where there must be none.
 */
export async function writeText(
  folder: string,
  name: string,
  text: string,
  before: string | undefined,
): Promise<Written> {
  if (before !== undefined && !hasHeader(before))
    return { fate: 'refused', why: 'It does not say that it is a frame file, so it is not written over.' }
  const path = join(folder, name)
  const unfinished = join(folder, `.${name}.${randomBytes(6).toString('hex')}.keen-lever`)
  try {
    const mode = (await lstat(path).catch(() => undefined))?.mode ?? 0o644
    const handle = await open(unfinished, 'wx', mode & 0o777)
    try {
      await handle.writeFile(text)
      await handle.sync()
    } finally {
      await handle.close()
    }
    const now = await readText(folder, name)
    const stands = now && 'text' in now ? now.text : undefined
    if (stands !== before || (now && 'fault' in now)) {
      await unlink(unfinished)
      return { fate: 'overtaken' }
    }
    await rename(unfinished, path)
    return { fate: 'written' }
  } catch (error) {
    await unlink(unfinished).catch(() => undefined)
    const { code } = error as NodeJS.ErrnoException
    const why =
      code === 'EACCES' || code === 'EPERM' || code === 'EROFS'
        ? 'The folder may not be written to.'
        : code === 'ENOSPC'
          ? 'The disk is full.'
          : `It cannot be written (${code}).`
    return { fate: 'refused', why }
  }
}

/** Takes away what a server that was killed while it wrote has left. */
export async function dropUnfinished(folder: string): Promise<void> {
  const names = await readdir(folder).catch(() => [])
  for (const name of names.filter((one) => UNFINISHED.test(one)))
    await unlink(join(folder, name)).catch(() => undefined)
}
