import type { FrameFolderSummary } from '../../contract'
import { partText } from '../../core/frameFile'
import type { ApartPart, FileIssue, FrameBase, FrameDocument, FramePlan } from '../../core/frameFile'
import type { Frame } from '../../core/levers'
import { countOf } from '../../core/names'

type FileSummary = FrameFolderSummary['files'][number]

/** A file of the watched folder, with what is known of it and of the frame that is kept in it. */
export interface KeptFile {
  readonly name: string
  phase: FileSummary['phase']
  message?: string
  issues: readonly FileIssue[]
  frameId?: string
  /** What file and store last had in common. */
  base?: FrameBase
  /** Of the file as it was seen last, and since when it has been so. */
  signature?: string
  inode?: number
  size?: number
  seenAt: number
  isPending: boolean
  /** It looked cut short when it was read last, and may still be being written. */
  isHalf?: boolean
  /** It was put in the place of the one before as a whole. */
  isOtherInode: boolean
  /** The text that was read last, and what it says. */
  text?: string
  document?: FrameDocument
  /** What file and store contradict each other in, and what the store has. */
  apart: readonly ApartPart[]
  inStore?: FrameDocument
  last?: FileSummary['last']
}

export function blankFile(name: string, phase: KeptFile['phase']): KeptFile {
  return { name, phase, issues: [], apart: [], seenAt: 0, isPending: false, isOtherInode: false }
}

/** Nothing of the file can be taken over; the message says why. */
export function markUnreadable(file: KeptFile, message: string): void {
  Object.assign(file, { phase: 'unreadable', message, issues: [], apart: [] })
}

/** Of a file whose text is wrong: nothing of it is taken over. */
export function markWrong(file: KeptFile, issues: readonly FileIssue[]): void {
  Object.assign(file, { phase: 'wrong', issues, apart: [], message: undefined })
}

export function issueAt({ line, column }: { line: number; column: number }, message: string): FileIssue {
  return { code: 'frame-file', message, at: `${line}:${column}`, line, column }
}

/**
 * Whether a text may be the first part of one that is still being written: its last line has no end, or it has fewer
 * lines than before. One that was put in the place of the old one as a whole is not.
 */
export function isCut(text: string, { text: before, isOtherInode }: KeptFile): boolean {
  if (isOtherInode) return false
  const linesOf = (of: string) => of.split('\n').length
  return !text.endsWith('\n') || (before !== undefined && linesOf(text) < linesOf(before))
}

/** What an edit from a file did: `2 levers changed, 1 lever new`. */
export function saysOf({ levers, values, isFrameChanged }: FramePlan): string {
  const count = (fate: string) => levers.filter((lever) => lever.fate === fate).length
  const altered = values.filter(({ fate }) => fate !== 'same').length
  const parts = [
    [count('changed'), 'lever', 'changed'],
    [count('new'), 'lever', 'new'],
    [count('only-here'), 'lever', 'gone'],
    [altered, 'value', 'changed'],
  ] as const
  const told = parts.flatMap(([of, what, how]) => (of > 0 ? [`${countOf(of, what)} ${how}`] : []))
  return [...told, ...(isFrameChanged ? ['the frame itself changed'] : [])].join(', ')
}

/** What is told of a file; each part that is apart as both sides say it. */
export function summaryOf(file: KeptFile, frames: ReadonlyMap<string, Frame>): FileSummary {
  const { name, phase, message, issues, frameId, apart, document, inStore, last } = file
  const frame = frameId === undefined ? undefined : frames.get(frameId)
  return {
    file: name,
    phase,
    ...(message === undefined ? {} : { message }),
    ...(frame ? { frameId: frame.id, frame: frame.name } : {}),
    issues: issues.slice(0, 50).map(({ line, column, message: says }) => ({ line, column, message: says })),
    apart: apart.map((part) => {
      const typed = part.inFile && document ? partText(document, part) : undefined
      const nameInStore = part.nameInStore ?? part.name
      const stands = part.inStore && inStore ? partText(inStore, { ...part, name: nameInStore }, document) : undefined
      return {
        kind: part.kind,
        key: part.key,
        name: part.name,
        ...(typed === undefined ? {} : { inFile: typed }),
        ...(stands === undefined ? {} : { inStore: stands }),
      }
    }),
    ...(last ? { last } : {}),
  }
}
