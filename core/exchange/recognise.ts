import { hasHeader } from '../frameFile'
import { isBookmarks } from './bookmarks'
import { DOCUMENT_KEY } from './document'

/** What a file is, by what is in it and not by its name. */
export type FileKind = 'backup' | 'frame-file' | 'document' | 'bookmarks' | 'desktop-entry' | 'unknown'

/** So much of a file is looked at. */
const HEAD = 200_000

/** Recognises a file by its content; bytes that are no UTF-8 are read as far as they are. */
export function recogniseFile(bytes: Uint8Array): FileKind {
  // A packed file (RFC 1952).
  if (bytes[0] === 0x1f && bytes[1] === 0x8b) return 'backup'
  const text = new TextDecoder().decode(bytes.subarray(0, HEAD)).replace(/^\uFEFF/, '')
  if (hasHeader(text)) return 'frame-file'
  if (/^\s*\{/.test(text) && new RegExp(`"${DOCUMENT_KEY}"\\s*:`).test(text)) return 'document'
  if (isBookmarks(text)) return 'bookmarks'
  if (/^\s*(#[^\n]*\n\s*)*\[Desktop Entry\]/.test(text)) return 'desktop-entry'
  return 'unknown'
}
