export { isBookmarks, LONGEST_BOOKMARKS, readBookmarks } from './bookmarks'
export type { Bookmark, Bookmarks } from './bookmarks'
export {
  DOCUMENT_KEY,
  documentJsonSchema,
  exchangeDocumentSchema,
  LONGEST_DOCUMENT,
  readDocument,
  writeDocument,
} from './document'
export type { ExchangeDocument } from './document'
export { mappingSchema, missingHere, THING_KINDS, withMapping } from './missing'
export type { Carried, Mapping, MissingThing, ThingKind } from './missing'
export { planDocument } from './planDocument'
export type { DocumentInput, DocumentPlan } from './planDocument'
export { recogniseFile } from './recognise'
export type { FileKind } from './recognise'
export { clashTable, ledgerHead, ledgerRows, leverTable, triggerTable } from './tables'
export type { LedgerLine, TableInput } from './tables'
