import type { SlotKind } from '../../phrases'
import * as amounts from './amounts'
import { condition } from './conditions'
import * as controls from './controls'
import * as places from './places'
import * as programs from './programs'
import type { SlotGrammar } from './slot'
import { setting } from './settings'
import * as targets from './targets'
import * as texts from './texts'
import * as windows from './windows'

export { indexesFor } from './indexes'
export type { Indexes, WordNames } from './indexes'
export type { SlotContext, SlotReading, Span, WordChoice } from './slot'

/** How each kind of slot is read and written. */
export const SLOTS: Record<SlotKind, SlotGrammar> = {
  area: windows.area,
  chords: texts.chords,
  condition,
  control: controls.control,
  desktop: windows.desktop,
  device: targets.device,
  display: windows.display,
  duration: amounts.duration,
  files: places.files,
  folder: places.folder,
  frame: texts.frame,
  less: amounts.less,
  level: controls.level,
  lever: texts.lever,
  lit: controls.lit,
  loud: controls.loud,
  more: amounts.more,
  mutable: controls.mutable,
  name: texts.name,
  newFolder: places.newFolder,
  number: amounts.number,
  path: places.path,
  pattern: places.pattern,
  place: places.place,
  playlist: texts.playlist,
  program: programs.program,
  setting,
  several: programs.several,
  shown: windows.shown,
  switch: controls.switch_,
  text: texts.text,
  time: amounts.time,
  times: amounts.times,
  told: programs.told,
  value: texts.value,
  verb: programs.verb,
  watched: controls.watched,
  which: programs.which,
  windows: windows.windows,
}
