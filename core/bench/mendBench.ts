import { own } from '../result'
import { lampIndex } from './devices'
import type { BenchState } from './schema'

/** What does not fit together on a bench: where, which thing, and a sentence about what becomes of it. */
export interface BenchFault {
  readonly part: 'programs' | 'windows' | 'stack' | 'devices' | 'messages' | 'lamps'
  readonly key: string
  readonly because: string
}

/**
 * What holds of every bench: each thing stands under its own id; each window is of a program of the bench and stands in
 * the stack once, and nothing else does; messages and lamps are told apart; of each kind of device at most one is the
 * default. Every change keeps it. Gives back the bench as it fits together again, the same one where it does.
 */
export function mendBench(state: BenchState): { readonly state: BenchState; readonly faults: readonly BenchFault[] } {
  const faults: BenchFault[] = []
  const tell = (part: BenchFault['part'], key: string, because: string) => faults.push({ part, key, because })
  const programs = underOwnIds('programs', state.programs, tell)
  const windows = Object.fromEntries(
    Object.entries(underOwnIds('windows', state.windows, tell)).filter(([id, { programId }]) => {
      const isOfProgram = own(programs, programId) !== undefined
      if (!isOfProgram) tell('windows', id, `Its program ${programId} is not on the bench, so it is closed.`)
      return isOfProgram
    }),
  )
  const stack = state.stack.filter((id, i) => {
    if (state.stack.indexOf(id) !== i) tell('stack', id, 'It stood there twice.')
    else if (own(windows, id)) return true
    else tell('stack', id, 'There is no such window.')
    return false
  })
  for (const id of Object.keys(windows)) {
    if (stack.includes(id)) continue
    tell('stack', id, 'A window stood nowhere, and stands behind all others now.')
    stack.unshift(id)
  }
  const devices = { ...underOwnIds('devices', state.devices, tell) }
  const defaults = new Map<string, string>()
  for (const { isDefault, ...device } of Object.values(devices)) {
    if (isDefault !== true) continue
    const other = defaults.get(device.kind)
    if (other === undefined) defaults.set(device.kind, device.id)
    else {
      tell('devices', device.id, `${other} is the default of its kind already.`)
      devices[device.id] = device
    }
  }
  const seen = new Set<string>()
  const messages = state.messages.filter(({ id }) => {
    if (!seen.has(id)) return seen.add(id)
    tell('messages', id, 'Another message has that id.')
    return false
  })
  const lamps = state.lamps.filter((lamp, i) => {
    if (lampIndex(state, lamp) === i) return true
    tell('lamps', `${lamp.deviceId}/${lamp.controlId}`, 'It was a lamp twice.')
    return false
  })
  return faults.length === 0
    ? { state, faults }
    : { state: { ...state, programs, windows, stack, devices, messages, lamps }, faults }
}

function underOwnIds<T extends { id: string }>(
  part: 'programs' | 'windows' | 'devices',
  table: Readonly<Record<string, T>>,
  tell: (part: BenchFault['part'], key: string, because: string) => void,
): Record<string, T> {
  const entries = Object.entries(table).filter(([key, { id }]) => {
    if (key !== id) tell(part, key, `It says that it is ${id}.`)
    return key === id
  })
  return entries.length === Object.keys(table).length ? (table as Record<string, T>) : Object.fromEntries(entries)
}
