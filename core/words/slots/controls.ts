import { deviceKindWords } from '../../bench'
import type { Device } from '../../bench'
import { own } from '../../result'
import type { ControlEntry } from './indexes'
import { nameInWords } from './named'
import { after, skipArticle, wordAt } from './slot'
import type { SlotContext, SlotGrammar, SlotReading, Span, WordChoice } from './slot'
import { devicesIn, readTargets, valueFor, writeTarget } from './targets'
import type { TargetReading } from './targets'

type ControlKind = ControlEntry['kind']

/** A control with its devices: `brightness of the left display`, `the left display brightness`, `mute intercom`. */
function readControls(given: Span, context: SlotContext, isMeant: (kind: ControlKind) => boolean): SlotReading[] {
  const span = skipArticle(given)
  const readings: SlotReading[] = []
  const entries = context.indexes.controls.filter(({ kind }) => isMeant(kind))
  const named: ControlWords[] = entries.flatMap((entry) => wordsOfControl(span, entry, context))
  for (const { entry, to, sureness } of named) {
    const of = after({ ...span, from: to }, ['of|on|for']) ?? { ...span, from: to }
    for (const target of readTargets(of, context)) {
      if (!hasControl(target, entry)) continue
      readings.push(readingOf(target, entry, Math.min(sureness, target.sureness)))
    }
    readings.push(alone(entry, to, sureness, named))
  }
  for (const target of readTargets(span, context)) {
    for (const entry of entries) {
      if (!hasControl(target, entry)) continue
      for (const words of wordsOfControl({ ...span, from: target.to }, entry, context))
        readings.push({ ...readingOf(target, entry, Math.min(words.sureness, target.sureness)), to: words.to })
    }
  }
  return readings
}

interface ControlWords {
  readonly entry: ControlEntry
  readonly to: number
  readonly sureness: number
}

/** The name of a control at a place; while it is typed, its beginning will do. */
function wordsOfControl(span: Span, entry: ControlEntry, { isTyping }: SlotContext): ControlWords[] {
  const words = entry.name.toLowerCase().split(/\s+/)
  const behind = after(span, words)
  if (behind) return [{ entry, to: behind.from, sureness: 1 }]
  const said = wordAt(span)
  if (said === undefined) return []
  if (said === entry.controlId.toLowerCase()) return [{ entry, to: span.from + 1, sureness: 0.95 }]
  const isBegun = isTyping && words[0]!.startsWith(said) && said.length > 1
  return isBegun ? [{ entry, to: span.from + 1, sureness: 0.7 }] : []
}

function hasControl({ devices }: TargetReading, entry: ControlEntry): boolean {
  return devices.length > 0 && devices.every(({ id }) => entry.devices.some((device) => device.id === id))
}

function readingOf(target: TargetReading, entry: ControlEntry, sureness: number): SlotReading {
  return {
    to: target.to,
    value: valueFor(target.target, entry.controlId),
    sureness,
    says: `${entry.name} of ${target.says}`,
    ...(target.choices
      ? { choices: target.choices.map(({ says, text }) => ({ says, text: `${entry.name} of ${text}` })) }
      : {}),
  }
}

/** A control of which no device is said: of the only one that has it, or of the kind of which most have. */
function alone(entry: ControlEntry, to: number, sureness: number, all: readonly ControlWords[]): SlotReading {
  const { devices } = entry
  const ofKind = (kind: string) => devices.filter((device) => device.kind === kind)
  const kind = devices
    .map((device) => device.kind)
    .reduce((best, one) => (ofKind(one).length > ofKind(best).length ? one : best))
  const isAll = ofKind(kind).length > 1
  const target = isAll ? { kind: 'all', deviceKind: kind } : { kind: 'devices', deviceIds: [ofKind(kind)[0]!.id] }
  const name = isAll ? `all ${deviceKindWords[kind].all}` : ofKind(kind)[0]!.name
  const others = all.filter((other) => other.to === to && other.entry !== entry).flatMap((other) => other.entry.devices)
  const every = [...devices, ...others]
  const choices: WordChoice[] = [
    ...(isAll ? [{ says: `${entry.name} of ${name}`, text: `${entry.name} of ${name}` }] : []),
    ...every.flatMap(({ name: device }) => {
      const text = nameInWords(device)
      return text === undefined ? [] : [{ says: `${entry.name} of ${device}`, text: `${entry.name} of ${text}` }]
    }),
  ]
  return {
    to,
    value: valueFor(target, entry.controlId),
    sureness: every.length > 1 ? Math.min(sureness, 0.7) : sureness,
    says: `${entry.name} of ${name}`,
    ...(every.length > 1 ? { choices } : {}),
  }
}

/** The switch that stands for a device: its power, or the first it has. */
function mainSwitch(device: Device): string | undefined {
  const switches = Object.entries(device.controls).filter(
    ([, control]) => control.kind === 'switch' && !control.readOnly,
  )
  return (switches.find(([id]) => id === 'power') ?? switches[0])?.[0]
}

/** Devices by themselves stand for their switch. */
function readSwitched(span: Span, context: SlotContext): SlotReading[] {
  return readTargets(span, context).flatMap((reading): SlotReading[] => {
    const [first] = reading.devices
    const controlId = reading.controlId ?? (first && mainSwitch(first))
    if (!first || controlId === undefined) return []
    const isKnown = reading.devices.every(({ controls }) => own(controls, controlId)?.kind === 'switch')
    // Which device a value means is not known before it runs.
    if (!isKnown && kindOfTarget(reading.target) !== 'named') return []
    const isOnly = Object.values(first.controls).filter(({ kind }) => kind === 'switch').length === 1
    const sureness =
      controlId === 'power' || reading.controlId !== undefined || isOnly ? reading.sureness : reading.sureness * 0.7
    return [{ ...reading, value: valueFor(reading.target, controlId), sureness }]
  })
}

const kindOfTarget = (target: unknown) => (target as { kind: string }).kind

/** Devices by themselves stand for their level, where each has one and no more, and it is the same. */
function readLevelled(span: Span, context: SlotContext): SlotReading[] {
  return readTargets(span, context).flatMap((reading): SlotReading[] => {
    const levels = reading.devices.map(({ controls }) =>
      Object.entries(controls).filter(([, control]) => control.kind === 'level' && !control.readOnly),
    )
    const [controlId, control] = levels[0]?.[0] ?? []
    const isOne = levels.length > 0 && levels.every((one) => one.length === 1 && one[0]![0] === controlId)
    if (controlId === undefined || !control || !isOne || kindOfTarget(reading.target) === 'named') return []
    const says = `${control.name} of ${reading.says}`
    return [{ ...reading, value: valueFor(reading.target, controlId), sureness: reading.sureness * 0.9, says }]
  })
}

function writeControl(
  value: unknown,
  context: SlotContext,
  isMeant: (kind: ControlKind) => boolean,
): string | undefined {
  const { target, controlId, deviceId } = value as { target?: unknown; controlId: string; deviceId?: string }
  const meant = target ?? { kind: 'devices', deviceIds: [deviceId] }
  const words = writeTarget(meant, context)
  const ids = new Set(devicesIn(meant, context).map(({ id }) => id))
  const entry = context.indexes.controls.find(
    (one) => one.controlId === controlId && isMeant(one.kind) && one.devices.some(({ id }) => ids.has(id)),
  )
  return words === undefined || !entry ? undefined : `${entry.name.toLowerCase()} of ${words}`
}

function controlSlot(isMeant: (kind: ControlKind) => boolean, more: SlotGrammar['read'] = () => []): SlotGrammar {
  return {
    read: (span, context) => [...readControls(span, context, isMeant), ...more(span, context)],
    write: (value, context) => writeControl(value, context, isMeant),
  }
}

export const switch_ = controlSlot((kind) => kind === 'switch', readSwitched)
export const level = controlSlot((kind) => kind === 'level', readLevelled)
export const control = controlSlot(() => true)

/** A switch of a single device. */
export const watched: SlotGrammar = {
  read: (span, context) =>
    switch_.read(span, context).filter(({ value }) => (value as { deviceId?: string }).deviceId !== undefined),
  write: switch_.write,
}

/** Devices that have a certain control. */
function havingSlot(controlId: string): SlotGrammar {
  return {
    read: (span, context) =>
      readTargets(span, context)
        .filter(({ devices }) => devices.length > 0 && devices.every(({ controls }) => own(controls, controlId)))
        .map((reading): SlotReading => ({ ...reading, value: valueFor(reading.target, controlId) })),
    write(value, context) {
      const { target, deviceId } = value as { target?: unknown; deviceId?: string }
      return writeTarget(target ?? { kind: 'devices', deviceIds: [deviceId] }, context)
    },
  }
}

export const mutable = havingSlot('mute')
export const lit = havingSlot('brightness')
export const loud = havingSlot('volume')
