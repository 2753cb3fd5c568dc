import { own } from '../result'
import type { Change } from './change'
import { draftOf, selectionOf } from './draft'
import type { BenchDocument, BenchState, BenchWindow } from './schema'
import { documentInFront, frontWindow } from './windows'

/** A window with the document in it that takes what is typed. */
export interface WritingPlace {
  readonly window: BenchWindow
  readonly document: BenchDocument
}

/** The document of a window that takes what is typed; none in a program that does not write. */
export function writingIn(state: BenchState, window: BenchWindow | undefined): WritingPlace | undefined {
  if (!window || window.content.error || !own(state.programs, window.programId)?.writes) return undefined
  const document = documentInFront(window.content)
  return document && { window, document }
}

/** Where keys go that are letters: the document in front. */
export function writingInFront(state: BenchState): WritingPlace | undefined {
  return writingIn(state, frontWindow(state))
}

/** The change that puts a text in place of what is selected. */
export function typeInto(state: BenchState, { window, document }: WritingPlace, text: string): Change {
  const draft = draftOf(state, document)
  const { from, to } = selectionOf(draft)
  return {
    kind: 'document.edit',
    windowId: window.id,
    path: document.path,
    at: from,
    deletes: to - from,
    inserts: text,
    cursor: from + text.length,
    unsaved: true,
  }
}

/** The change that moves the cursor, with or without selecting. */
export function placeCursor({ window, document }: WritingPlace, cursor: number, anchor?: number): Change {
  return {
    kind: 'document.edit',
    windowId: window.id,
    path: document.path,
    at: 0,
    deletes: 0,
    inserts: '',
    cursor,
    ...(anchor === undefined || anchor === cursor ? {} : { anchor }),
    unsaved: document.unsaved,
  }
}

/** Keys that edit a text, as their `KeyboardEvent.code`. */
const EDITING_KEYS = ['Backspace', 'Delete', 'ArrowLeft', 'ArrowRight', 'Home', 'End', 'Enter', 'Tab'] as const
export type EditingKey = (typeof EDITING_KEYS)[number]

export function isEditingKey(code: string): code is EditingKey {
  return (EDITING_KEYS as readonly string[]).includes(code)
}

/**
 * What an editing key does to a document; undefined where it does nothing, such as Backspace at its beginning.
 * With `selecting`, as with Shift, a key that moves the cursor selects.
 */
export function pressInto(
  state: BenchState,
  place: WritingPlace,
  key: EditingKey,
  selecting = false,
): Change | undefined {
  const draft = draftOf(state, place.document)
  const { text, cursor, anchor } = draft
  const { from, to } = selectionOf(draft)
  const moved = (target: number): Change | undefined =>
    target === cursor && (selecting || anchor === undefined)
      ? undefined
      : placeCursor(place, target, selecting ? (anchor ?? cursor) : undefined)
  const without = (begin: number, end: number): Change | undefined =>
    begin === end
      ? undefined
      : {
          ...(typeInto(state, place, '') as Extract<Change, { kind: 'document.edit' }>),
          at: begin,
          deletes: end - begin,
          cursor: begin,
        }
  switch (key) {
    case 'Enter':
      return typeInto(state, place, '\n')
    case 'Tab':
      return typeInto(state, place, '\t')
    case 'Backspace':
      return from < to ? without(from, to) : without(before(text, cursor), cursor)
    case 'Delete':
      return from < to ? without(from, to) : without(cursor, after(text, cursor))
    case 'ArrowLeft':
      return moved(from < to && !selecting ? from : before(text, cursor))
    case 'ArrowRight':
      return moved(from < to && !selecting ? to : after(text, cursor))
    case 'Home':
      return moved(text.slice(0, cursor).lastIndexOf('\n') + 1)
    case 'End': {
      const end = text.indexOf('\n', cursor)
      return moved(end < 0 ? text.length : end)
    }
  }
}

/** The place one character back or on: two units where a character has two (Unicode surrogate pairs). */
function before(text: string, at: number): number {
  const isPair = at > 1 && /[\uDC00-\uDFFF]/.test(text[at - 1]!) && /[\uD800-\uDBFF]/.test(text[at - 2]!)
  return Math.max(0, at - (isPair ? 2 : 1))
}

function after(text: string, at: number): number {
  return Math.min(text.length, at + ((text.codePointAt(at) ?? 0) > 0xffff ? 2 : 1))
}
