import { assertNever, fail, succeed } from '../result'
import type { Failure, Result } from '../result'
import { sameValue } from './canonicalJson'
import type { Change } from './change'
import { alterDevice, plugDevice, removeDevice, setControl, setDefault, setFault, watchLamp } from './devices'
import type { BenchFile, BenchState, BenchWindow, WindowMode } from './schema'
import { frontWindow } from './windows'

/**
 * The state after a change, or why it cannot be made. A change that changes nothing gives back the same object.
 * Issues: `window-missing`, `window-exists`, `program-missing`, `device-missing`, `control-missing`, `value-refused`,
 * `device-absent`, `device-held`, `message-missing`, `message-exists`, `folder-missing`, `folder-full`, `file-missing`, `program-running`.
 */
export function applyChange(state: BenchState, change: Change): Result<BenchState> {
  switch (change.kind) {
    case 'window.open':
      return openWindow(state, change.window, change.index)
    case 'window.close':
      return withWindow(state, change.windowId, () => closeWindow(state, change.windowId))
    case 'window.raise':
      return withWindow(state, change.windowId, (window) => raiseWindow(state, window))
    case 'window.place':
      return withWindow(state, change.windowId, (window) => placeWindow(state, window, change.index, change.mode))
    case 'window.mode':
      return withWindow(state, change.windowId, (window) =>
        placeWindow(state, window, state.stack.indexOf(window.id), change.mode),
      )
    case 'window.show':
      return withWindow(state, change.windowId, (window) =>
        sameValue(window.content, change.content)
          ? state
          : { ...state, windows: { ...state.windows, [window.id]: { ...window, content: change.content } } },
      )
    case 'device.set':
      return setControl(state, change)
    case 'message.show': {
      if (state.messages.some((message) => message.id === change.message.id))
        return fail({ code: 'message-exists', message: `A message “${change.message.id}” is already on screen.` })
      return succeed({
        ...state,
        messages: state.messages.toSpliced(change.index ?? state.messages.length, 0, change.message),
      })
    }
    case 'message.dismiss': {
      if (!state.messages.some((message) => message.id === change.messageId))
        return fail({ code: 'message-missing', message: 'That message is no longer on screen.' })
      return succeed({ ...state, messages: state.messages.filter((message) => message.id !== change.messageId) })
    }
    case 'lamp.watch':
      return watchLamp(state, change)
    case 'device.plug':
      return alterDevice(state, change.deviceId, (device) => plugDevice(device, change.plugged))
    case 'device.default':
      return setDefault(state, change.deviceKind, change.deviceId)
    case 'device.fault':
      return alterDevice(state, change.deviceId, (device) => setFault(device, change.fault))
    case 'device.put':
      return sameValue(state.devices[change.device.id], change.device)
        ? succeed(state)
        : succeed({ ...state, devices: { ...state.devices, [change.device.id]: change.device } })
    case 'device.remove':
      return removeDevice(state, change.deviceId)
    case 'frame.switch':
      return succeed(switchFrame(state, change.frameId, change.on))
    case 'file.put':
      return putFile(state, change.path, change.file)
    case 'file.remove':
      return removeFile(state, change.path)
    case 'program.put':
      return sameValue(state.programs[change.program.id], change.program)
        ? succeed(state)
        : succeed({ ...state, programs: { ...state.programs, [change.program.id]: change.program } })
    case 'program.remove':
      return removeProgram(state, change.programId)
    default:
      return assertNever(change)
  }
}

/** Applies changes in order; the first that is refused refuses all. */
export function applyChanges(state: BenchState, changes: readonly Change[]): Result<BenchState> {
  let after = state
  for (const change of changes) {
    const result = applyChange(after, change)
    if (!result.ok) return result
    after = result.value
  }
  return succeed(after)
}

function withWindow(
  state: BenchState,
  windowId: string,
  alter: (window: BenchWindow) => BenchState,
): Result<BenchState> {
  const window = state.windows[windowId]
  return window ? succeed(alter(window)) : windowMissing(windowId)
}

function windowMissing(windowId: string): Failure {
  return fail({
    code: 'window-missing',
    message: `The window ${windowId} is no longer open on the bench.`,
    at: 'windowId',
  })
}

function openWindow(state: BenchState, window: BenchWindow, index = state.stack.length): Result<BenchState> {
  if (state.windows[window.id])
    return fail({ code: 'window-exists', message: `A window ${window.id} is already open.`, at: 'window.id' })
  if (!state.programs[window.programId])
    return fail({
      code: 'program-missing',
      message: `There is no program “${window.programId}” on the bench.`,
      at: 'window.programId',
    })
  return succeed({
    ...state,
    windows: { ...state.windows, [window.id]: window },
    stack: state.stack.toSpliced(index, 0, window.id),
  })
}

function closeWindow(state: BenchState, windowId: string): BenchState {
  const { [windowId]: _closed, ...windows } = state.windows
  return { ...state, windows, stack: state.stack.filter((id) => id !== windowId) }
}

function raiseWindow(state: BenchState, window: BenchWindow): BenchState {
  if (frontWindow(state)?.id === window.id) return state
  const mode = window.mode === 'minimized' || window.mode === 'hidden' ? 'normal' : window.mode
  return placeWindow(state, window, state.stack.length - 1, mode)
}

function placeWindow(state: BenchState, window: BenchWindow, index: number, mode: WindowMode): BenchState {
  const stack = state.stack.filter((id) => id !== window.id).toSpliced(index, 0, window.id)
  const moved = stack.some((id, i) => id !== state.stack[i])
  if (!moved && mode === window.mode) return state
  return {
    ...state,
    stack: moved ? stack : state.stack,
    windows: { ...state.windows, [window.id]: { ...window, mode } },
  }
}

function putFile(state: BenchState, path: string, file: BenchFile): Result<BenchState> {
  const above = path.slice(0, path.lastIndexOf('/')) || '/'
  if (path !== '/' && state.files[above]?.kind !== 'folder')
    return fail({ code: 'folder-missing', message: `There is no folder ${above} to put ${path} into.`, at: 'path' })
  if (file.kind === 'file' && hasEntries(state, path))
    return fail({ code: 'folder-full', message: `${path} is a folder with something in it.`, at: 'path' })
  return succeed(sameValue(state.files[path], file) ? state : { ...state, files: { ...state.files, [path]: file } })
}

function removeFile(state: BenchState, path: string): Result<BenchState> {
  if (!state.files[path]) return fail({ code: 'file-missing', message: `There is nothing at ${path}.`, at: 'path' })
  if (hasEntries(state, path))
    return fail({
      code: 'folder-full',
      message: `${path} is a folder with something in it. Empty it first.`,
      at: 'path',
    })
  const { [path]: _removed, ...files } = state.files
  return succeed({ ...state, files })
}

function hasEntries(state: BenchState, path: string): boolean {
  if (state.files[path]?.kind !== 'folder') return false
  const prefix = path === '/' ? '/' : `${path}/`
  return Object.keys(state.files).some((other) => other !== path && other.startsWith(prefix))
}

function removeProgram(state: BenchState, programId: string): Result<BenchState> {
  const program = state.programs[programId]
  if (!program)
    return fail({
      code: 'program-missing',
      message: `There is no program “${programId}” on the bench.`,
      at: 'programId',
    })
  if (Object.values(state.windows).some((window) => window.programId === programId))
    return fail({
      code: 'program-running',
      message: `${program.name} still has windows open. Close them first.`,
      at: 'programId',
    })
  const { [programId]: _removed, ...programs } = state.programs
  return succeed({ ...state, programs })
}

function switchFrame(state: BenchState, frameId: string, on: boolean | null): BenchState {
  if ((state.frameSwitches?.[frameId] ?? null) === on) return state
  const { [frameId]: _before, ...others } = state.frameSwitches ?? {}
  const frameSwitches = on === null ? others : { ...others, [frameId]: on }
  if (Object.keys(frameSwitches).length > 0) return { ...state, frameSwitches }
  const { frameSwitches: _none, ...rest } = state
  return rest
}
