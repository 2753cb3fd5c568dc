import { binFiles } from './binFiles'
import { closeProgram } from './closeProgram'
import { closeWindows } from './closeWindows'
import { controlDevices } from './controlDevices'
import { controlPlayer } from './controlPlayer'
import { cycleWindows } from './cycleWindows'
import { gatherFiles } from './gatherFiles'
import { goToDesktop } from './goToDesktop'
import { group } from './group'
import { ifBlock } from './ifBlock'
import { liftFrames } from './liftFrames'
import { makeFolder } from './makeFolder'
import { moveFiles } from './moveFiles'
import { openPlaces } from './openPlaces'
import { openProgram } from './openProgram'
import { placeWindows } from './placeWindows'
import { putBackSteps } from './putBackSteps'
import { putProgramsAway } from './putProgramsAway'
import { raiseProgram } from './raiseProgram'
import { renameFiles } from './renameFiles'
import { restoreFiles } from './restoreFiles'
import { sendKeys } from './sendKeys'
import { setWindows } from './setWindows'
import { showMessage } from './showMessage'
import { showPrograms } from './showPrograms'
import { switchFrames } from './switchFrames'
import { switchPrograms } from './switchPrograms'
import { tellProgram } from './tellProgram'
import { typeText } from './typeText'
import { useClipboard } from './useClipboard'
import { wait } from './wait'
import { waitUntil } from './waitUntil'

/** Every kind of step, in the order in which a chooser offers them. */
export const kinds = [
  openProgram,
  raiseProgram,
  switchPrograms,
  closeProgram,
  putProgramsAway,
  showPrograms,
  tellProgram,
  placeWindows,
  setWindows,
  closeWindows,
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
  wait,
  waitUntil,
  group,
  ifBlock,
] as const
