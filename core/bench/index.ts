export { applyChange, applyChanges } from './applyChange'
export { canonicalJson, sameValue } from './canonicalJson'
export { changeSchema } from './change'
export type { Change } from './change'
export { choicesOf, partName, rulesNow } from './choices'
export type { ValueChoice } from './choices'
export { admits, deviceKindWords, rangeInWords, valueInWords } from './controls'
export { describeChange } from './describeChange'
export { defaultDevice, lampIndex } from './devices'
export { invertChange } from './invertChange'
export { lampNow } from './lamps'
export type { LampNow } from './lamps'
export { directoryMissing, executableMissing, launch, partsOf, programMissing } from './launch'
export type { Launch, LaunchRequest } from './launch'
export { absolutePath, entriesOf, folderOf, nearestPath, writePath } from './paths'
export { DEVICE_KINDS, deviceKindSchema } from './schema'
export type { DeviceKind } from './schema'
export {
  benchStateSchema,
  chordTextSchema,
  controlSchema,
  controlValueSchema,
  deviceFaultSchema,
  deviceSchema,
  documentSchema,
  idSchema,
  lampSchema,
  programSchema,
  windowModeSchema,
} from './schema'
export type {
  BenchDocument,
  BenchFile,
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
} from './schema'
export { footprintOf, footprintSchema, standingOf } from './standing'
export type { Footprint, Standing } from './standing'
export { sleepingDisplays, WAKE_DISTANCE_PX, WAKE_WITHIN_MS, wakeChanges, wakes } from './wake'
export type { PointerPath, WakeEvent } from './wake'
export { documentName, frontProgram, frontWindow, hasUnsaved, windowsOf, windowTitle } from './windows'
