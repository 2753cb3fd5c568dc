import { z } from 'zod'
import { assertNever } from '../result'
import { canonicalJson } from './canonicalJson'
import type { Change } from './change'
import { valueInWords } from './controls'
import { lampIndex } from './devices'
import type { BenchState } from './schema'
import { frontWindow, windowTitle } from './windows'

/**
 * What a change left behind, looking only at what it touched: a window's content for one it opened or filled,
 * its place in front and mode for one it moved, a control's value. `same` is for comparing, `words` for people.
 */
export const footprintSchema = z.object({ same: z.string(), words: z.string() })
export type Footprint = z.infer<typeof footprintSchema>

/** How the result of an earlier change stands now. */
export type Standing =
  | { readonly kind: 'stands' }
  /** What it did is no longer there at all: nothing is left to take back. */
  | { readonly kind: 'gone' }
  /** Somebody has altered the result since; both values in words. */
  | { readonly kind: 'altered'; readonly left: string; readonly now: string }

/** What `change` touches, as it is in `state`; undefined when it is not there. Taken right after a change, it is its footprint. */
export function footprintOf(change: Change, state: BenchState): Footprint | undefined {
  switch (change.kind) {
    case 'window.open':
      return contentOf(state, change.window.id)
    case 'window.show':
      return contentOf(state, change.windowId)
    case 'window.close':
      return state.windows[change.windowId] ? undefined : { same: 'closed', words: 'closed' }
    case 'window.raise':
    case 'window.place':
    case 'window.mode':
      return placeOf(state, change.windowId)
    case 'device.set': {
      const control = state.devices[change.deviceId]?.controls[change.controlId]
      return control && { same: JSON.stringify(control.value), words: valueInWords(control) }
    }
    case 'message.show':
      return state.messages.some((message) => message.id === change.message.id)
        ? { same: 'on screen', words: 'on screen' }
        : undefined
    case 'message.dismiss':
      return state.messages.some((message) => message.id === change.messageId)
        ? undefined
        : { same: 'away', words: 'away' }
    case 'lamp.watch': {
      const lamp = state.lamps[lampIndex(state, change)]
      return { same: canonicalJson(lamp ?? null), words: lamp ? 'a lamp' : 'no lamp' }
    }
    case 'device.plug': {
      const device = state.devices[change.deviceId]
      const words = device?.plugged === false ? 'unplugged' : 'plugged in'
      return device && { same: words, words }
    }
    case 'device.default': {
      const known = Object.values(state.devices).find((device) => device.kind === change.deviceKind && device.isDefault)
      return { same: known?.id ?? '', words: known?.name ?? 'none' }
    }
    case 'device.fault': {
      const device = state.devices[change.deviceId]
      return (
        device && { same: canonicalJson(device.fault ?? null), words: device.fault ? 'does not follow' : 'follows' }
      )
    }
    case 'device.put': {
      const device = state.devices[change.device.id]
      return device && { same: canonicalJson(device), words: device.name }
    }
    case 'device.remove':
      return state.devices[change.deviceId] ? undefined : { same: 'removed', words: 'removed' }
    case 'frame.switch': {
      const on = state.frameSwitches?.[change.frameId]
      const words = on === undefined ? 'as it is set' : on ? 'on' : 'off'
      return { same: words, words }
    }
    case 'file.put':
      return fileOf(state, change.path)
    case 'file.remove':
      return state.files[change.path] ? undefined : { same: 'removed', words: 'removed' }
    case 'program.put': {
      const program = state.programs[change.program.id]
      return program && { same: canonicalJson(program), words: program.name }
    }
    case 'program.remove':
      return state.programs[change.programId] ? undefined : { same: 'removed', words: 'removed' }
    default:
      return assertNever(change)
  }
}

/** Compares what a change left behind with `now`. */
export function standingOf(change: Change, left: Footprint | undefined, now: BenchState): Standing {
  const current = footprintOf(change, now)
  if (!current || !left) return { kind: 'gone' }
  return current.same === left.same ? { kind: 'stands' } : { kind: 'altered', left: left.words, now: current.words }
}

function contentOf(state: BenchState, windowId: string): Footprint | undefined {
  const window = state.windows[windowId]
  return window && { same: canonicalJson(window.content), words: windowTitle(state, window) }
}

function placeOf(state: BenchState, windowId: string): Footprint | undefined {
  const window = state.windows[windowId]
  if (!window) return undefined
  const words = frontWindow(state)?.id === windowId ? `${window.mode}, in front` : window.mode
  return { same: words, words }
}

function fileOf(state: BenchState, path: string): Footprint | undefined {
  const file = state.files[path]
  return (
    file && {
      same: canonicalJson(file),
      words: file.kind === 'folder' ? 'a folder' : `a file of ${file.sizeBytes} bytes`,
    }
  )
}
