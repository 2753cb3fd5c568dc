import { deviceKindWords } from '../../bench'
import type { Device, DeviceKind } from '../../bench'
import { listed } from '../../names'
import { own } from '../../result'
import { lastOf, PRONOUNS } from '../mentions'
import { nameInWords, readNamed } from './named'
import { readList } from './programs'
import { after, skipArticle, wordAt } from './slot'
import type { SlotContext, SlotGrammar, Span, WordChoice } from './slot'

/** Devices that are meant, as a step says it, and which they are now. */
export interface TargetReading {
  readonly to: number
  readonly target: unknown
  readonly devices: readonly Device[]
  readonly sureness: number
  readonly says: string
  readonly choices?: readonly WordChoice[]
  /** The control that was spoken of, where *it* stands for one. */
  readonly controlId?: string
}

/** What people call kinds of devices besides. */
const MORE_WORDS: Partial<Record<DeviceKind, readonly string[]>> = {
  display: ['screen', 'screens', 'monitor', 'monitors'],
  'audio-input': ['mic', 'mics'],
  lamp: ['light', 'lights'],
}

const kinds = Object.entries(deviceKindWords) as [DeviceKind, { one: string; all: string }][]

/** `displays`, `lamps but the red room lamp`, `the speaker in use`. */
function readKinds(span: Span, context: SlotContext): TargetReading[] {
  const readings: TargetReading[] = []
  const isAll = /^(all|each|every)$/.test(wordAt(span) ?? '')
  const start = skipArticle(isAll ? { ...span, from: span.from + 1 } : span)
  const inUse = after(start, ['default'])
  for (const [kind, { one, all }] of kinds) {
    const more = MORE_WORDS[kind] ?? []
    const known = devicesOf(context).filter((device) => device.kind === kind)
    for (const words of [one, all, ...more]) {
      const behind = after(inUse ?? start, words.toLowerCase().split(' '))
      if (!behind) continue
      const isMany = isAll || words === all || (more.includes(words) && words.endsWith('s'))
      const used = inUse ?? after(behind, ['in', 'use'])
      if (used) {
        const to = inUse ? behind.from : used.from
        readings.push({
          to,
          target: { kind: 'default', deviceKind: kind },
          devices: known,
          sureness: 1,
          says: `the ${one} in use`,
        })
      } else if (isMany) readings.push(...readAll(kind, all, behind, known, context))
      else if (known.length > 0) readings.push(oneOf(one, behind.from, known))
    }
  }
  return readings
}

function readAll(
  kind: DeviceKind,
  all: string,
  behind: Span,
  known: readonly Device[],
  context: SlotContext,
): TargetReading[] {
  const target = { kind: 'all', deviceKind: kind }
  const readings: TargetReading[] = [
    { to: behind.from, target, devices: known, sureness: known.length > 0 ? 1 : 0.5, says: `all ${all}` },
  ]
  const but = after(behind, ['but|except|save'])
  if (!but) return readings
  for (const list of readList(skipArticle(but), (from) =>
    readNamed(context.indexes.device, 'the device', from, context),
  )) {
    const left = known.filter(({ id }) => !list.values.includes(id))
    if (left.length === 0) continue
    readings.push({
      to: list.to,
      target: { kind: 'devices', deviceIds: left.map(({ id }) => id) },
      devices: left,
      sureness: list.sureness,
      says: `all ${all} but ${list.says}`,
    })
  }
  return readings
}

/** One of a kind: the only one there is, or one of several that must be chosen. */
function oneOf(one: string, to: number, known: readonly Device[]): TargetReading {
  const [first, ...others] = known
  const choices = known.flatMap(({ name }) => {
    const text = nameInWords(name)
    return text === undefined ? [] : [{ says: `the ${one} ${name}`, text }]
  })
  return {
    to,
    target: { kind: 'devices', deviceIds: [first!.id] },
    devices: [first!],
    sureness: others.length > 0 ? 0.5 : 0.9,
    says: `the ${one} ${first!.name}`,
    ...(others.length > 0 ? { choices } : {}),
  }
}

function devicesOf({ indexes }: SlotContext): Device[] {
  return Object.values(indexes.names.bench.devices)
}

/** Devices by their names, by their kind, by a value, or *it*. */
export function readTargets(given: Span, context: SlotContext): TargetReading[] {
  const span = skipArticle(given)
  const { bench } = context.indexes.names
  const readings = readKinds(span, context)
  for (const list of readList(span, (from) => readNamed(context.indexes.device, 'the device', from, context))) {
    const devices = list.values.flatMap((id) => own(bench.devices, String(id)) ?? [])
    readings.push({ ...list, target: { kind: 'devices', deviceIds: list.values }, devices })
  }
  const token = span.from < span.end ? span.tokens[span.from] : undefined
  if (token && /^\$\{[^}]+\}$/.test(token.text))
    readings.push({
      to: span.from + 1,
      target: { kind: 'named', text: token.text },
      devices: devicesOf(context),
      sureness: 0.9,
      says: `the device of ${token.text}`,
    })
  if (!PRONOUNS.has(wordAt(span) ?? '')) return readings
  const last = lastOf(context.mentions, 'target') ?? lastOf(context.mentions, 'device')
  if (!last) return readings
  const { found, isLast } = last
  const target = found.kind === 'target' ? found.target : { kind: 'devices', deviceIds: [found.deviceId] }
  readings.push({
    to: span.from + 1,
    target,
    devices: devicesIn(target, context),
    sureness: isLast ? 0.95 : 0.7,
    says: found.name,
    ...(found.kind === 'target' ? { controlId: found.controlId } : {}),
  })
  return readings
}

/** The devices of a target, as far as they are known now. */
export function devicesIn(target: unknown, context: SlotContext): Device[] {
  const { kind, deviceIds = [], deviceKind } = target as { kind: string; deviceIds?: string[]; deviceKind?: string }
  if (kind === 'devices') return deviceIds.flatMap((id) => own(context.indexes.names.bench.devices, id) ?? [])
  if (kind === 'named') return devicesOf(context)
  return devicesOf(context).filter((device) => device.kind === deviceKind)
}

/** A target in words; undefined where it has none. */
export function writeTarget(target: unknown, context: SlotContext): string | undefined {
  const said = target as { kind: string; deviceIds?: string[]; deviceKind?: DeviceKind; text?: string }
  switch (said.kind) {
    case 'devices': {
      const names = (said.deviceIds ?? []).map((id) => {
        const known = context.indexes.device.byId.get(id)
        return known && nameInWords(known.name)
      })
      if (names.length === 0 || names.includes(undefined)) return undefined
      return listed(names as string[])
    }
    case 'all':
      return `all ${deviceKindWords[said.deviceKind!].all}`
    case 'default':
      return `the ${deviceKindWords[said.deviceKind!].one} in use`
    case 'named':
      return /^\$\{[\w.-]+\}$/.test(said.text ?? '') ? said.text : undefined
    default:
      return undefined
  }
}

export const valueFor = (target: unknown, controlId: string) => {
  const { kind, deviceIds } = target as { kind: string; deviceIds?: string[] }
  const [only, ...more] = kind === 'devices' ? (deviceIds ?? []) : []
  return { target, controlId, ...(only !== undefined && more.length === 0 ? { deviceId: only } : {}) }
}

/** A device by its name, or *it*. */
export const device: SlotGrammar = {
  read(span, context) {
    const last = PRONOUNS.has(wordAt(span) ?? '') ? lastOf(context.mentions, 'device') : undefined
    return [
      ...readNamed(context.indexes.device, 'the device', span, context),
      ...(last
        ? [{ to: span.from + 1, value: last.found.deviceId, sureness: last.isLast ? 0.95 : 0.7, says: last.found.name }]
        : []),
    ]
  },
  write(value, { indexes }) {
    const known = indexes.device.byId.get(String(value))
    return known && nameInWords(known.name)
  },
}
