import { fileAt } from './files'
import type { BenchDocument, BenchState, Draft } from './schema'

/** The text of a document as it is being written, or as its file has it. */
export function draftOf(state: Pick<BenchState, 'files'>, document: Pick<BenchDocument, 'path' | 'draft'>): Draft {
  if (document.draft) return document.draft
  const file = document.path.startsWith('/') ? fileAt(state.files, document.path) : undefined
  const text = (file?.kind === 'file' && file.text) || ''
  return { text, cursor: text.length }
}

/** What is selected in a draft, `from` before `to`; both are the cursor where nothing is. */
export function selectionOf({ cursor, anchor = cursor }: Draft): { from: number; to: number } {
  return { from: Math.min(cursor, anchor), to: Math.max(cursor, anchor) }
}

const encoder = new TextEncoder()

/** How large a text is as a file, in bytes of UTF-8. */
export function sizeOfText(text: string): number {
  return encoder.encode(text).length
}
