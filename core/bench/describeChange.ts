import { assertNever } from '../result'
import type { Change } from './change'
import { deviceKindWords, valueInWords } from './controls'
import type { BenchState, BenchWindow, WindowMode } from './schema'
import { windowTitle } from './windows'

const modeWords: Record<WindowMode, string> = {
  normal: 'shown at its normal size',
  maximized: 'maximized',
  minimized: 'minimized',
  hidden: 'hidden',
}

/**
 * A change as a sentence. With the state before it, windows and devices are named as people know them;
 * without, by their ids.
 */
export function describeChange(change: Change, before?: BenchState): string {
  const title = (windowId: string) => {
    const window = before?.windows[windowId]
    return before && window ? windowTitle(before, window) : windowId
  }
  const device = (deviceId: string) => before?.devices[deviceId]?.name ?? `The device ${deviceId}`
  switch (change.kind) {
    case 'window.open':
      return change.window.content.error
        ? `An error window opens: ${change.window.content.error}`
        : `A window opens${modeAside(change.window)}: ${before ? windowTitle(before, change.window) : change.window.programId}.`
    case 'window.close':
      return `The window closes: ${title(change.windowId)}.`
    case 'window.raise':
      return `The window comes to the front: ${title(change.windowId)}.`
    case 'window.place':
    case 'window.mode':
      return `The window is ${modeWords[change.mode]}: ${title(change.windowId)}.`
    case 'window.show': {
      const window = before?.windows[change.windowId]
      return `The window ${title(change.windowId)} now shows ${before && window ? windowTitle(before, { ...window, content: change.content }) : 'something else'}.`
    }
    case 'device.set': {
      const known = before?.devices[change.deviceId]
      const control = known?.controls[change.controlId]
      if (!known || !control) return `${change.deviceId}: ${change.controlId} becomes ${JSON.stringify(change.value)}.`
      return `${known.name}: ${control.name} becomes ${valueInWords(control, change.value)} (was ${valueInWords(control)}).`
    }
    case 'message.show':
      return `A message appears: ${change.message.text}`
    case 'message.dismiss':
      return `A message goes away: ${before?.messages.find((message) => message.id === change.messageId)?.text ?? change.messageId}`
    case 'lamp.watch':
      return `${device(change.deviceId)}: ${before?.devices[change.deviceId]?.controls[change.controlId]?.name ?? change.controlId} is ${change.watched ? 'shown as a lamp' : 'no longer a lamp'}.`
    case 'device.plug':
      return `${device(change.deviceId)} is ${change.plugged ? 'plugged in' : 'unplugged'}.`
    case 'device.default':
      return change.deviceId === null
        ? `No ${deviceKindWords[change.deviceKind].one} is the one in use.`
        : `${device(change.deviceId)} is the ${deviceKindWords[change.deviceKind].one} in use.`
    case 'device.fault':
      return change.fault
        ? `${device(change.deviceId)} ${change.fault.kind === 'refuses' ? 'refuses orders' : 'does not follow'}: ${change.fault.because}.`
        : `${device(change.deviceId)} follows again.`
    case 'device.put':
      return `${change.device.name} is ${before?.devices[change.device.id] ? 'described anew' : 'set up on the bench'}.`
    case 'device.remove':
      return `${device(change.deviceId)} is taken off the bench.`
    case 'frame.switch':
      return `The frame ${change.frameId} is ${change.on === null ? 'left to its own setting' : `switched ${change.on ? 'on' : 'off'}`}.`
    case 'file.put':
      return change.file.kind === 'folder'
        ? `The folder ${change.path} is made.`
        : `The file ${change.path} is ${before?.files[change.path] ? 'replaced' : 'put there'}.`
    case 'file.remove':
      return `${before?.files[change.path]?.kind === 'folder' ? 'The folder' : 'The file'} ${change.path} is removed.`
    case 'program.put':
      return before?.programs[change.program.id]
        ? `${change.program.name} is described anew.`
        : `${change.program.name} is set up on the bench.`
    case 'program.remove':
      return `${before?.programs[change.programId]?.name ?? change.programId} is taken off the bench.`
    default:
      return assertNever(change)
  }
}

function modeAside(window: BenchWindow): string {
  return window.mode === 'normal' ? '' : `, ${window.mode}`
}
