import { assertNever } from '../result'
import type { Change } from './change'
import { lampIndex } from './devices'
import type { BenchState } from './schema'

/**
 * The change that takes `change` back, read from the state before it. `change` must have been applicable to `before`;
 * the inverse of one that changed nothing changes nothing. What was destroyed comes back under the same id.
 */
export function invertChange(before: BenchState, change: Change): Change {
  switch (change.kind) {
    case 'window.open':
      return { kind: 'window.close', windowId: change.window.id }
    case 'window.close':
      return {
        kind: 'window.open',
        window: windowBefore(before, change.windowId),
        index: before.stack.indexOf(change.windowId),
      }
    case 'window.raise':
    case 'window.place':
      return {
        kind: 'window.place',
        windowId: change.windowId,
        index: before.stack.indexOf(change.windowId),
        mode: windowBefore(before, change.windowId).mode,
      }
    case 'window.mode':
      return { kind: 'window.mode', windowId: change.windowId, mode: windowBefore(before, change.windowId).mode }
    case 'window.show':
      return { kind: 'window.show', windowId: change.windowId, content: windowBefore(before, change.windowId).content }
    case 'device.set': {
      const control = before.devices[change.deviceId]?.controls[change.controlId]
      if (!control) throw new RangeError(`no control ${change.deviceId}/${change.controlId} in the state before`)
      return { kind: 'device.set', deviceId: change.deviceId, controlId: change.controlId, value: control.value }
    }
    case 'message.show':
      return { kind: 'message.dismiss', messageId: change.message.id }
    case 'message.dismiss': {
      const index = before.messages.findIndex((message) => message.id === change.messageId)
      const message = before.messages[index]
      if (!message) throw new RangeError(`no message ${change.messageId} in the state before`)
      return { kind: 'message.show', message, index }
    }
    case 'lamp.watch': {
      const { kind, deviceId, controlId } = change
      const index = lampIndex(before, change)
      return index >= 0
        ? { kind, ...before.lamps[index]!, watched: true, index }
        : { kind, deviceId, controlId, watched: false }
    }
    case 'device.plug': {
      return {
        kind: 'device.plug',
        deviceId: change.deviceId,
        plugged: deviceBefore(before, change.deviceId).plugged !== false,
      }
    }
    case 'device.default': {
      const known = Object.values(before.devices).find(
        (device) => device.kind === change.deviceKind && device.isDefault,
      )
      return { kind: 'device.default', deviceKind: change.deviceKind, deviceId: known?.id ?? null }
    }
    case 'device.fault':
      return {
        kind: 'device.fault',
        deviceId: change.deviceId,
        fault: deviceBefore(before, change.deviceId).fault ?? null,
      }
    case 'device.put': {
      const device = before.devices[change.device.id]
      return device ? { kind: 'device.put', device } : { kind: 'device.remove', deviceId: change.device.id }
    }
    case 'device.remove':
      return { kind: 'device.put', device: deviceBefore(before, change.deviceId) }
    case 'frame.switch':
      return { kind: 'frame.switch', frameId: change.frameId, on: before.frameSwitches?.[change.frameId] ?? null }
    case 'file.put': {
      const file = before.files[change.path]
      return file ? { kind: 'file.put', path: change.path, file } : { kind: 'file.remove', path: change.path }
    }
    case 'file.remove': {
      const file = before.files[change.path]
      if (!file) throw new RangeError(`nothing at ${change.path} in the state before`)
      return { kind: 'file.put', path: change.path, file }
    }
    case 'program.put': {
      const program = before.programs[change.program.id]
      return program ? { kind: 'program.put', program } : { kind: 'program.remove', programId: change.program.id }
    }
    case 'program.remove': {
      const program = before.programs[change.programId]
      if (!program) throw new RangeError(`no program ${change.programId} in the state before`)
      return { kind: 'program.put', program }
    }
    default:
      return assertNever(change)
  }
}

function deviceBefore(before: BenchState, deviceId: string) {
  const device = before.devices[deviceId]
  if (!device) throw new RangeError(`no device ${deviceId} in the state before`)
  return device
}

function windowBefore(before: BenchState, windowId: string) {
  const window = before.windows[windowId]
  if (!window) throw new RangeError(`no window ${windowId} in the state before`)
  return window
}
