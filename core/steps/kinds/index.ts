import { ask } from './ask'
import { binFiles } from './binFiles'
import { chooseBlock } from './chooseBlock'
import { closeProgram } from './closeProgram'
import { closeWindows } from './closeWindows'
import { controlDevices } from './controlDevices'
import { controlPlayer } from './controlPlayer'
import { cycleWindows } from './cycleWindows'
import { showInWindow } from './showInWindow'
import { eachBlock } from './eachBlock'
import { findValue } from './findValue'
import { gatherFiles } from './gatherFiles'
import { giveBack } from './giveBack'
import { goToDesktop } from './goToDesktop'
import { group } from './group'
import { ifBlock } from './ifBlock'
import { leaveLoop } from './leaveLoop'
import { liftFrames } from './liftFrames'
import { makeFolder } from './makeFolder'
import { moveFiles } from './moveFiles'
import { noteRow } from './noteRow'
import { openPlaces } from './openPlaces'
import { openProgram } from './openProgram'
import { placeWindows } from './placeWindows'
import { pullLever } from './pullLever'
import { putBackSteps } from './putBackSteps'
import { putProgramsAway } from './putProgramsAway'
import { raiseProgram } from './raiseProgram'
import { renameFiles } from './renameFiles'
import { repeatBlock } from './repeatBlock'
import { restoreFiles } from './restoreFiles'
import { sendKeys } from './sendKeys'
import { reachArrangement } from './reachArrangement'
import { runScript } from './runScript'
import { setValue } from './setValue'
import { setWindows } from './setWindows'
import { showMessage } from './showMessage'
import { showPrograms } from './showPrograms'
import { stopLever } from './stopLever'
import { switchFrames } from './switchFrames'
import { switchPrograms } from './switchPrograms'
import { tellProgram } from './tellProgram'
import { turntable } from './turntable'
import { typeText } from './typeText'
import { useClipboard } from './useClipboard'
import { uninstallProgram } from './uninstallProgram'
import { wait } from './wait'
import { waitUntil } from './waitUntil'
import { whileBlock } from './whileBlock'
import { workList } from './workList'
import { workText } from './workText'

/** Every kind of step, in the order in which a chooser offers them. */
export const kinds = [
  openProgram,
  raiseProgram,
  switchPrograms,
  closeProgram,
  uninstallProgram,
  putProgramsAway,
  showPrograms,
  tellProgram,
  placeWindows,
  setWindows,
  closeWindows,
  showInWindow,
  cycleWindows,
  goToDesktop,
  openPlaces,
  moveFiles,
  renameFiles,
  makeFolder,
  binFiles,
  restoreFiles,
  gatherFiles,
  typeText,
  sendKeys,
  useClipboard,
  controlDevices,
  controlPlayer,
  switchFrames,
  liftFrames,
  showMessage,
  putBackSteps,
  reachArrangement,
  wait,
  waitUntil,
  group,
  ifBlock,
  chooseBlock,
  eachBlock,
  repeatBlock,
  whileBlock,
  turntable,
  leaveLoop,
  setValue,
  findValue,
  workText,
  workList,
  ask,
  runScript,
  pullLever,
  giveBack,
  stopLever,
  noteRow,
] as const
