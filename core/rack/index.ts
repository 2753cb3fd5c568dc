export { ALL_PAGE, allPage } from './allPage'
export {
  dissolveFolder,
  entriesOn,
  itemKey,
  makeFolder,
  moveItems,
  moveRow,
  placeOf,
  putOn,
  renameFolder,
  takeOff,
  withoutPage,
  withoutRow,
  withPage,
  withRow,
} from './edits'
export type { RackPlace } from './edits'
export { proposeName } from './proposeName'
export type { NamedPlate } from './proposeName'
export { PLATE_SIZES, rackSchema } from './schema'
export type { PlateSize, Rack, RackFolder, RackItem, RackPage, RackRow } from './schema'
