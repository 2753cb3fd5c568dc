import { stepSchema } from '../../core/steps'
import type { Step } from '../../core/steps'

/** Something that the watch says, and the steps it means; without ids and what is so by itself. */
export interface Sentence {
  readonly say: string
  readonly steps: readonly Said[]
}

/** A step by its kind and the fields that matter; blocks hold such. */
export type Said = Readonly<Record<string, unknown>> & { readonly kind: string }

/** The steps in full, every id the same, so that they can be compared. */
export function inFull(said: readonly Said[]): Step[] {
  return said.map((one) => stepSchema.parse(withIds(one)))
}

function withIds(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(withIds)
  if (typeof value !== 'object' || value === null) return value
  const entries = Object.entries(value).map(([key, part]) => [key, key === 'condition' ? part : withIds(part)])
  const inner = Object.fromEntries(entries) as Record<string, unknown>
  return LISTED.has(String(inner.kind)) ? { id: 'x', ...inner } : inner
}

/** The kinds of step that the sentences speak of; other objects have kinds too. */
const LISTED = new Set([
  'ask',
  'clipboard.use',
  'desktop.go',
  'device.control',
  'each',
  'files.bin',
  'files.folder',
  'files.move',
  'files.rename',
  'files.restore',
  'frame.lift',
  'frame.switch',
  'if',
  'keys.send',
  'lever.give',
  'lever.pull',
  'lever.stop',
  'loop.leave',
  'message.show',
  'note',
  'place.open',
  'player.control',
  'program.close',
  'program.open',
  'program.raise',
  'program.switch',
  'program.tell',
  'program.uninstall',
  'programs.put-away',
  'programs.show',
  'repeat',
  'run.put-back',
  'text.type',
  'value.find',
  'value.set',
  'wait',
  'wait.until',
  'while',
  'window.cycle',
  'windows.close',
  'windows.place',
  'windows.set',
])

const MINUTE = 60_000

export const open = (programId: string, more: object = {}): Said => ({ kind: 'program.open', programId, ...more })
export const close = (programId: string, more: object = {}): Said => ({ kind: 'program.close', programId, ...more })
export const raise = (programId: string): Said => ({ kind: 'program.raise', programId })
export const tell = (programId: string, verb: string): Said => ({ kind: 'program.tell', programId, verb })
export const putAway = (how: 'close' | 'hide', which: object, more: object = {}): Said => ({
  kind: 'programs.put-away',
  which,
  how,
  ...more,
})
export const these = (...programIds: string[]) => ({ kind: 'these', programIds })
export const allBut = (...programIds: string[]) => ({ kind: 'all-but', programIds })
export const ofProgram = (programId: string) => ({ kind: 'program', programId })
export const FRONT = { kind: 'front' }

export const places = (...all: string[]): Said => ({ kind: 'place.open', places: all })
export const windows = (which: object, to: string): Said => ({ kind: 'windows.set', which, to })
export const place = (which: object, where: object): Said => ({ kind: 'windows.place', which, ...where })
export const area = (name: string) => ({ place: { kind: 'named', name } })
export const on = (deviceId: string) => ({ display: { kind: 'named', deviceId } })

const control = (target: object, controlId: string, to: object): Said => ({
  kind: 'device.control',
  target,
  controlId,
  to,
})
export const devices = (...deviceIds: string[]) => ({ kind: 'devices', deviceIds })
export const all = (deviceKind: string) => ({ kind: 'all', deviceKind })
export const set = (target: object, controlId: string, value: unknown): Said =>
  control(target, controlId, { kind: 'set', value })
export const step = (target: object, controlId: string, by: number): Said =>
  control(target, controlId, { kind: 'step', by })
export const ramp = (target: object, controlId: string, value: number, overMs: number): Said =>
  control(target, controlId, { kind: 'ramp', value, overMs })
export const toggle = (target: object, controlId: string): Said =>
  control(target, controlId, { kind: 'toggle', whenUnknown: true })

export const wait = (ms: number): Said => ({ kind: 'wait', ms })
export const minutes = (count: number): Said => wait(count * MINUTE)
export const until = (condition: object, limitMs = MINUTE): Said => ({
  kind: 'wait.until',
  condition,
  limitMs,
  then: 'fail',
})
/** Until a time of the day; it comes within a day. */
export const untilTime = (minute: number): Said =>
  until({ kind: 'time-of-day', fromMinute: minute, toMinute: (minute + 1) % 1440 }, 86_400_000)

export const move = (paths: string[], to: string, act = 'move'): Said => ({
  kind: 'files.move',
  act,
  paths,
  to,
  makeFolder: true,
})
export const bin = (...paths: string[]): Said => ({ kind: 'files.bin', paths })
export const announce = (text: string): Said => ({ kind: 'message.show', text, as: 'board' })
export const warn = (text: string): Said => ({ kind: 'message.show', text, as: 'alert' })
export const type = (text: string, programId = ''): Said => ({ kind: 'text.type', text, programId })
export const keys = (programId: string, ...chords: string[]): Said => ({ kind: 'keys.send', chords, programId })
export const clipboard = (act: string, more: object = {}): Said => ({
  kind: 'clipboard.use',
  act,
  programId: '',
  ...more,
})
export const frames = (to: string, ...frameIds: string[]): Said => ({ kind: 'frame.switch', frameIds, to })
export const pull = (leverId: string, more: object = {}): Said => ({ kind: 'lever.pull', leverId, inputs: [], ...more })
export const player = (act: string, more: object = {}): Said => ({
  kind: 'player.control',
  deviceId: '',
  act,
  ...more,
})
export const desktop = (to: number | string): Said => ({
  kind: 'desktop.go',
  to: typeof to === 'number' ? { kind: 'number', desktop: to } : { kind: to },
})

export const runs = (programId: string) => ({ kind: 'program-runs', programId })
export const front = (programId: string) => ({ kind: 'program-front', programId })
export const present = (deviceId: string) => ({ kind: 'device-present', deviceId })
export const isAt = (deviceId: string, controlId: string, value: unknown) => ({
  kind: 'control-is',
  deviceId,
  controlId,
  value,
})
export const not = (condition: object) => ({ kind: 'not', condition })
export const when = (condition: object, steps: Said[], otherwise?: Said[]): Said => ({
  kind: 'if',
  branches: [{ condition, steps }],
  ...(otherwise ? { otherwise } : {}),
})
export const each = (source: object, as: string, steps: Said[]): Said => ({ kind: 'each', source, as, steps })
export const filesOf = (folder: string, more: object = {}) => ({ kind: 'files', folder, ...more })
export const repeat = (times: number, steps: Said[]): Said => ({ kind: 'repeat', times: String(times), steps })
export const PUT_BACK: Said = { kind: 'run.put-back' }
