export { actsOf, ENTRY_ACTS, entryActKeys } from './acts'
export type { EntryAct } from './acts'
export { MAIN_CATEGORIES, mainCategories, mainCategoryWords } from './categories'
export type { MainCategory } from './categories'
export {
  addressEntries,
  clipEntries,
  controlEntries,
  fileEntry,
  frameEntries,
  leverEntry,
  productEntry,
  programEntry,
  sumEntries,
  valueEntries,
  windowEntries,
} from './entries'
export { FILE_KINDS, fileKindOf, fileKindWords } from './fileKinds'
export type { FileKind } from './fileKinds'
export { findableId } from './findable'
export type { Findable, Target } from './findable'
export { keptSumSchema, MOST_SUMS } from './keptSum'
export type { KeptSum } from './keptSum'
export { FINDABLE_KINDS, findableWords, NARROWINGS } from './kinds'
export type { FindableKind, Narrowing } from './kinds'
export { choiceSchema, learn, learnedFrom, lettersOf, MOST_CHOICES } from './learning'
export type { Choice, Learned } from './learning'
export { givenBy, NEXT_INPUT, nextInput, quickActs, whyNotYet } from './quickAct'
export type { QuickAct, QuickInput, ReadDate } from './quickAct'
export { planScan, scanDelta, scanned, scanSchema } from './scan'
export type { Scan, ScanDelta, ScanPlan, ScanRoot } from './scan'
export { shortWordSchema, takenBy, wordsOfEntry } from './shortWords'
export type { ShortWord } from './shortWords'
