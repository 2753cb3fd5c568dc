export { noteFileRead, watchFileReads } from './reads'
export type { FileRead } from './reads'
export {
  EMPTY_SHELF,
  shelfAlter,
  shelfDifferences,
  shelfEntries,
  shelfGet,
  shelfOf,
  shelfPut,
  shelfRemove,
} from './shelf'
export type { Shelf } from './shelf'
export {
  countIn,
  EMPTY_TREE,
  everyFile,
  fileAt,
  fileTable,
  fileTree,
  foldersThatDiffer,
  kindAt,
  namesIn,
  nodeAt,
  pathsThatDiffer,
  saidOf,
  withFile,
  withMoved,
  withoutFile,
} from './tree'
export type { BenchFile, FileNode, FileTable, FileTree, Folder } from './tree'
