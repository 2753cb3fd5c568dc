import { z } from 'zod'
import { benchIssue, defaultDevice, deviceKindSchema, deviceKindWords } from '../bench'
import type { BenchState, Control, Device } from '../bench'
import { expandNames } from '../command'
import { choicePart, partOf, partsListed } from '../sentence'
import type { Sentence } from '../sentence'
import type { ValueTable } from '../command'
import { nearestName } from '../names'
import { assertNever, fail, own, succeed } from '../result'
import type { Issue, Result } from '../result'
import { namesFor } from './namesFor'
import { deviceIdSchema, requiredTemplate } from './fields'
import { stepIssue } from './issues'

/** Devices: these, all of a kind, or the one of a kind that is in use. */
export const targetSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('devices'),
    deviceIds: z.array(deviceIdSchema).min(1, 'Choose a device.').max(100),
  }),
  z.object({ kind: z.literal('all'), deviceKind: deviceKindSchema }),
  z.object({ kind: z.literal('default'), deviceKind: deviceKindSchema }),
  /** By its name or id, as a value of the lever has it: `${device.id}`. */
  z.object({ kind: z.literal('named'), text: requiredTemplate('Name a device, such as ${device.id}.') }),
])
export type DeviceTarget = z.infer<typeof targetSchema>

/** Which control of which devices. */
export interface Aim {
  target: DeviceTarget
  controlId: string
}

export interface Target {
  readonly device: Device
  readonly control: Control
}

/**
 * The devices a step is about, as the bench stands. Issues: `device-missing`, `device-absent`, `control-missing`,
 * `control-fixed`.
 */
export function targetsOf({ target, controlId }: Aim, bench: BenchState, table?: ValueTable): Result<Target[]> {
  const devices = devicesOf(target, bench, table)
  if (!devices.ok) return devices
  const issues: Issue[] = []
  const found: Target[] = []
  for (const device of devices.value) {
    const control = own(device.controls, controlId)
    if (control?.readOnly)
      issues.push(stepIssue({ code: 'control-fixed', device: device.name, control: control.name }, 'controlId'))
    else if (device.plugged === false) issues.push(benchIssue({ code: 'device-absent', device: device.name }, 'target'))
    else if (!control) {
      const known = Object.keys(device.controls)
      issues.push(benchIssue({ code: 'control-missing', device: device.name, controlId, known }, 'controlId'))
    } else found.push({ device, control })
  }
  return issues.length > 0 ? fail(...issues) : succeed(found)
}

/** The devices that are meant. Issues: `device-missing`. */
export function devicesOf(target: DeviceTarget, bench: BenchState, table?: ValueTable): Result<Device[]> {
  switch (target.kind) {
    case 'devices': {
      const missing = target.deviceIds.filter((id) => !own(bench.devices, id))
      if (missing.length === 0) return succeed(target.deviceIds.map((id) => own(bench.devices, id)!))
      const known = Object.keys(bench.devices)
      const issueOf = (deviceId: string) =>
        benchIssue({ code: 'device-missing', deviceId, nearest: nearestName(deviceId, known) }, 'target')
      return fail(...missing.map(issueOf))
    }
    case 'all': {
      const { deviceKind } = target
      // Of all of a kind, those that are there are meant.
      const present = Object.values(bench.devices).filter(
        (device) => device.kind === deviceKind && device.plugged !== false,
      )
      const kind = `are no ${deviceKindWords[deviceKind].all}`
      return present.length > 0 ? succeed(present) : fail(stepIssue({ code: 'device-missing', kind }, 'target'))
    }
    case 'default': {
      const device = defaultDevice(bench, target.deviceKind)
      const kind = `is no ${deviceKindWords[target.deviceKind].one}`
      return device ? succeed([device]) : fail(stepIssue({ code: 'device-missing', kind }, 'target'))
    }
    case 'named': {
      const names = namesFor(bench, table)
      const text = expandNames(target.text, names)
      if (!text.ok) return text
      const wanted = text.value.toLocaleLowerCase('en')
      const device =
        own(bench.devices, text.value) ??
        Object.values(bench.devices).find(({ name }) => name.toLocaleLowerCase('en') === wanted)
      if (device) return succeed([device])
      const nearest = nearestName(text.value, Object.keys(bench.devices))
      return fail(benchIssue({ code: 'device-missing', deviceId: text.value, nearest }, 'target'))
    }
    default:
      return assertNever(target)
  }
}

export function targetParts(at: string, target: DeviceTarget, devices: BenchState['devices']): Sentence {
  switch (target.kind) {
    case 'devices':
      return partsListed(
        target.deviceIds.map((id, i) =>
          partOf(`${at}.deviceIds.${i}`, own(devices, id)?.name ?? `the missing device “${id}”`, 'device'),
        ),
      )
    case 'all':
      return ['all ', choicePart(`${at}.deviceKind`, target.deviceKind, kindWords('all'))]
    case 'default':
      return ['the ', choicePart(`${at}.deviceKind`, target.deviceKind, kindWords('one')), ' in use']
    case 'named':
      return ['“', partOf(`${at}.text`, target.text, 'text'), '”']
    default:
      return assertNever(target)
  }
}

function kindWords(number: 'one' | 'all'): Record<string, string> {
  return Object.fromEntries(Object.entries(deviceKindWords).map(([kind, words]) => [kind, words[number]]))
}
