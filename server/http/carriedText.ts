import type { AnswerOf, BodyOf } from '../../contract'
import { missingHere, readBookmarks, withMapping } from '../../core/exchange'
import type { Bookmarks, Carried as CarriedLevers, DocumentPlan, ExchangeDocument, Mapping } from '../../core/exchange'
import type { FrameDocument } from '../../core/frameFile'
import { succeed } from '../../core/result'
import type { Result } from '../../core/result'
import type { BookmarkPlan } from '../engine/documentEdits'
import type { PlannedPart } from '../engine/frameFileClashes'
import type { Store } from '../engine/store'
import { readDocumentApart } from '../frameFiles/frameFileApart'

type Item = AnswerOf<'previewText'>['items'][number]

/** A document or bookmarks as they were read from a text. */
export type Carried =
  | { readonly kind: 'document'; readonly document: ExchangeDocument }
  | { readonly kind: 'bookmarks'; readonly bookmarks: Bookmarks }

/** With what is mapped already in its place. Issues: those of `readDocument` and `readBookmarks`. */
export async function readCarried({ kind, text, mapping }: BodyOf<'importText'>): Promise<Result<Carried>> {
  if (kind === 'document') {
    const document = await readMappedDocument(text, mapping)
    return document.ok ? succeed({ kind, document: document.value }) : document
  }
  const bookmarks = readBookmarks(text)
  return bookmarks.ok ? succeed({ kind, bookmarks: bookmarks.value }) : bookmarks
}

/** A document with what is mapped already in its place. Issues: those of `readDocument`. */
export async function readMappedDocument(text: string, mapping: Mapping[] = []): Promise<Result<ExchangeDocument>> {
  const document = await readDocumentApart(text)
  return document.ok ? succeed(withMapping(document.value, mapping)) : document
}

/** Each frame of a document beside what reading it in would do. */
export function plannedParts({ frames }: ExchangeDocument, plan: DocumentPlan): PlannedPart[] {
  return frames.map((document, i) => ({ document, plan: plan.frames[i]! }))
}

/** A plan without things in full, as it is shown. */
export function itemsOfDocument(document: ExchangeDocument, plan: DocumentPlan): Item[] {
  const frames = plan.frames.flatMap((frame, i): Item[] => {
    const { name } = document.frames[i]!
    const levers = frame.levers.flatMap((lever): Item[] => {
      if (lever.fate === 'only-here') return []
      const plate = lever.stands?.plate ?? lever.lever?.plate
      return [
        { what: 'lever', name: lever.name, fate: lever.fate, frame: name, ...(plate === undefined ? {} : { plate }) },
      ]
    })
    const values = frame.values.flatMap(({ fate, name: value }): Item[] =>
      fate === 'only-here' ? [] : [{ what: 'value', name: value, fate, frame: name }],
    )
    const fate = !frame.frame ? 'new' : frame.isFrameChanged ? 'changed' : 'same'
    return [{ what: 'frame', name, fate }, ...values, ...levers]
  })
  const shared = plan.values.flatMap(({ fate, name }): Item[] =>
    fate === 'only-here' ? [] : [{ what: 'value', name, fate }],
  )
  return [
    ...frames,
    ...shared,
    ...plan.kits.map(({ fate, name }): Item => ({ what: 'kit', name, fate })),
    ...(plan.settings ? [{ what: 'settings', name: 'Settings', fate: plan.settings.fate } as const] : []),
    ...(plan.keys ? [{ what: 'settings', name: 'Keyboard and timing', fate: plan.keys.fate } as const] : []),
  ]
}

export function itemsOfBookmarks({ addresses, levers }: BookmarkPlan): Item[] {
  return [
    ...addresses.map(({ name, fate }): Item => ({ what: 'address', name, fate })),
    ...levers.map(({ name, fate }): Item => ({ what: 'lever', name, fate })),
  ]
}

/** One frame, as what comes from elsewhere. */
export function carriedFrame(frame: FrameDocument): CarriedLevers {
  return { frames: [frame], values: [], kits: [] }
}

/** So many levers are told for each thing that is missing. */
const MOST_LEVERS = 5

/** What levers and kits name and is not here; shared values of the store count as here. */
export function missingOf(document: CarriedLevers, { book, bench }: Store): AnswerOf<'previewText'>['missing'] {
  const names = book.allValues.map(({ name }) => name)
  return missingHere(document, bench, names).map(({ levers, ...thing }) => {
    return { ...thing, levers: levers.slice(0, MOST_LEVERS), count: levers.length }
  })
}
