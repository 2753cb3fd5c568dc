export { canonicalJson, sameValue } from './canonicalJson'
export { applyChange, applyChanges, changeSchema, describeChange, footprintOf, invertChange } from './change'
export type { Change } from './change'
export { choicesOf, partName, rulesNow } from './choices'
export type { ValueChoice } from './choices'
export { admits, deviceKindWords, rangeInWords, valueInWords } from './controls'
export type { Footprint } from './changes/defineChange'
export { defaultDevice, lampIndex } from './devices'
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
} from './files'
export type { BenchFile, FileNode, FileTable, FileTree, Folder } from './files'
export { lampNow } from './lamps'
export type { LampNow } from './lamps'
export { directoryMissing, executableMissing, launch, partsOf, programMissing, raiseIn } from './launch'
export type { Launch, LaunchRequest } from './launch'
export { absolutePath, entriesOf, folderOf, nearestPath, pathIn, writePath } from './paths'
export { DEVICE_KINDS, deviceKindSchema } from './schema'
export type { DeviceKind } from './schema'
export {
  chordTextSchema,
  controlIdSchema,
  controlSchema,
  controlValueSchema,
  deviceFaultSchema,
  deviceSchema,
  documentSchema,
  fileSchema,
  idSchema,
  lampSchema,
  pathSchema,
  programSchema,
  readBench,
  windowModeSchema,
  writeBench,
  writtenBenchSchema,
} from './schema'
export type {
  BenchDocument,
  BenchState,
  BenchWindow,
  Control,
  ControlValue,
  Device,
  DeviceFault,
  Lamp,
  Message,
  Program,
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
export { documentName, frontProgram, frontWindow, hasUnsaved, stackedWindows, windowsOf, windowTitle } from './windows'
