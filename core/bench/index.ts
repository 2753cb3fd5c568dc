export { AREA_NAMES, areaInWords, AREAS, areaWhereLetGo, areaWords, nameOfArea, ownArea } from './areas'
export type { AreaName } from './areas'
export { canonicalJson, sameValue } from './canonicalJson'
export { applyChange, applyChanges, changeSchema, describeChange, footprintOf, invertChange } from './change'
export type { Change } from './change'
export { choicesOf, partName, rulesNow } from './choices'
export type { ValueChoice } from './choices'
export { admits, deviceKindWords, rangeInWords, valueInWords } from './controls'
export type { Footprint } from './changes/defineChange'
export { desktopCount, desktopName, desktopOf, isOnShownDesktop, shownDesktop } from './desktops'
export { defaultDevice, lampIndex } from './devices'
export { displayOf, displaysOf } from './displays'
export { draftOf, selectionOf, sizeOfText } from './draft'
export { benchInSight, MANY_FILES } from './inSight'
export { benchIssue, describeIssue } from './issues'
export type { BenchFact } from './issues'
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
  watchFileReads,
} from './files'
export type { BenchFile, FileNode, FileTable, FileTree, Folder } from './files'
export { byName, globToRegExp, pathsMeant } from './glob'
export { MOMENT_NAMES, momentValues } from './moment'
export { lampNow } from './lamps'
export type { LampNow } from './lamps'
export { directoryMissing, executableMissing, launch, partsOf, programMissing, raiseIn } from './launch'
export type { Launch, LaunchRequest } from './launch'
export { absolutePath, entriesOf, folderOf, freeName, nearestPath, pathIn, writePath } from './paths'
export { binChange } from './bin'
export { claimOn, pressOn } from './pressed'
export type { Pressed } from './pressed'
export { DEVICE_KINDS, deviceKindSchema } from './schema'
export type { DeviceKind } from './schema'
export {
  areaSchema,
  chordTextSchema,
  controlIdSchema,
  controlSchema,
  controlValueSchema,
  deviceFaultSchema,
  desktopNumberSchema,
  deviceSchema,
  documentSchema,
  documentTextSchema,
  fileSchema,
  idSchema,
  lampSchema,
  LONGEST_DOCUMENT,
  MOST_CLIPS,
  MOST_PINNED_CLIPS,
  MOST_DESKTOPS,
  pathSchema,
  programSchema,
  readBench,
  windowModeSchema,
  writeBench,
  writtenBenchSchema,
} from './schema'
export type {
  Area,
  BenchDocument,
  BenchState,
  BenchWindow,
  Clip,
  Control,
  ControlValue,
  Desktops,
  Device,
  DeviceFault,
  Draft,
  Lamp,
  Message,
  Program,
  Verb,
  VerbEffect,
  WindowContent,
  WindowMode,
  WrittenBench,
} from './schema'
export { footprintSchema, standingOf } from './standing'
export type { Standing } from './standing'
export { sleepingDisplays, WAKE_DISTANCE_PX, WAKE_WITHIN_MS, wakeChanges, wakes } from './wake'
export type { PointerPath, WakeEvent } from './wake'
export { mendBench } from './mendBench'
export type { BenchFault } from './mendBench'
export { isEditingKey, placeCursor, pressInto, typeInto, writingIn, writingInFront } from './text'
export type { EditingKey, WritingPlace } from './text'
export { chordOfVerb } from './verbs'
export { clipsIn, forgetClips } from './forgetClips'
export type { WhichClips } from './forgetClips'
export { clipFrom, copyFrom, pasteInto } from './clips'
export { putText, saveDocuments, tellVerb, verbOf, windowMeant } from './verbs'
export type { VerbContext } from './verbContext'
export {
  documentInFront,
  documentName,
  frontProgram,
  frontWindow,
  hasUnsaved,
  placeName,
  stackedWindows,
  windowsOf,
  windowTitle,
} from './windows'
