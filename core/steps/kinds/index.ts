import { closeProgram } from './closeProgram'
import { controlDevices } from './controlDevices'
import { group } from './group'
import { ifBlock } from './ifBlock'
import { openPlaces } from './openPlaces'
import { openProgram } from './openProgram'
import { putBackSteps } from './putBackSteps'
import { raiseProgram } from './raiseProgram'
import { showMessage } from './showMessage'
import { switchFrames } from './switchFrames'
import { switchPrograms } from './switchPrograms'
import { wait } from './wait'

/** Every kind of step, in the order in which a chooser offers them. */
export const kinds = [
  openProgram,
  raiseProgram,
  switchPrograms,
  closeProgram,
  openPlaces,
  controlDevices,
  switchFrames,
  showMessage,
  putBackSteps,
  wait,
  group,
  ifBlock,
] as const
