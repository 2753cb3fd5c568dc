export { entriesOf, entryLabel, entryNow, MOST_ENTRIES, textOfFile } from './entries'
export {
  ENTRY_KINDS,
  entryKindWords,
  FILE_ORDERS,
  fileOrderWords,
  freshSource,
  MOST_ROWS,
  sourceSchema,
  sourceWords,
} from './schema'
export type { EntryKind, FileOrder, Source, SourceKind } from './schema'
export { entryParts, manyWords, oneOf } from './words'
