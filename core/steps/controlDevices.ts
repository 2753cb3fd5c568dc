import { admits, valueInWords } from '../bench'
import type { BenchState, Change, Control, ControlValue, Device, DeviceKind } from '../bench'
import { didYouMean } from '../names'
import { assertNever, fail, succeed } from '../result'
import type { Issue, Result } from '../result'
import { failed } from './effect'
import type { StepEffect } from './effect'
import type { StepFinding } from './finding'
import type { StepOf } from './schema'

type ControlStep = StepOf<'device.control'>

export const deviceKindWords: Record<DeviceKind, { readonly one: string, readonly all: string }> = {
  'audio-output': { one: 'speaker', all: 'speakers' }, 'audio-input': { one: 'microphone', all: 'microphones' }, 'display': { one: 'display', all: 'displays' }, 'power': { one: 'power supply', all: 'power supplies' },
  'usb': { one: 'USB device', all: 'USB devices' }, 'keyboard': { one: 'keyboard', all: 'keyboards' }, 'lamp': { one: 'lamp', all: 'lamps' }, 'heater': { one: 'heater', all: 'heaters' }, 'dome': { one: 'dome', all: 'domes' },
}

/** The devices a step is about, as the bench stands. Issues: `device-missing`, `device-absent`, `control-missing`. */
export function targetsOf({ target, controlId }: Pick<ControlStep, 'target' | 'controlId'>, bench: BenchState): Result<{ device: Device, control: Control }[]> {
  const devices = devicesOf(target, bench)
  if (!devices.ok) return devices
  const issues: Issue[] = []
  const found = devices.value.flatMap((device) => {
    const control = device.controls[controlId]
    if (device.plugged === false) issues.push({ code: 'device-absent', message: `${device.name} is not plugged in.`, at: 'target' })
    else if (!control) issues.push({ code: 'control-missing', message: `${device.name} has no control “${controlId}”. It has ${Object.keys(device.controls).join(', ')}.`, at: 'controlId' })
    else return [{ device, control }]
    return []
  })
  return issues.length > 0 ? fail(...issues) : succeed(found)
}

function devicesOf(target: ControlStep['target'], bench: BenchState): Result<Device[]> {
  const all = Object.values(bench.devices)
  switch (target.kind) {
    case 'devices': {
      const missing = target.deviceIds.filter(id => !bench.devices[id])
      if (missing.length > 0) return fail(...missing.map(id => ({ code: 'device-missing', message: `There is no device “${id}” on the bench.${didYouMean(id, Object.keys(bench.devices))}`, at: 'target' })))
      return succeed(target.deviceIds.map(id => bench.devices[id]!))
    }
    case 'all': {
      // Of all of a kind, those that are there are meant.
      const present = all.filter(device => device.kind === target.deviceKind && device.plugged !== false)
      return present.length > 0 ? succeed(present) : fail({ code: 'device-missing', message: `There are no ${deviceKindWords[target.deviceKind].all} on the bench.`, at: 'target' })
    }
    case 'default': {
      const kind = all.filter(device => device.kind === target.deviceKind && device.plugged !== false)
      const device = kind.find(entry => entry.isDefault) ?? kind[0]
      return device ? succeed([device]) : fail({ code: 'device-missing', message: `There is no ${deviceKindWords[target.deviceKind].one} on the bench.`, at: 'target' })
    }
    default: return assertNever(target)
  }
}

/** The value a control gets; several controls that go the other way all become the same, by the first one that is known. Issue: `value-refused`. */
function nextValue({ to }: ControlStep, control: Control, first: Control): Result<ControlValue> {
  switch (to.kind) {
    case 'set': return succeed(to.value)
    case 'toggle': return control.kind === 'switch'
      ? succeed(typeof first.value === 'boolean' ? !first.value : to.whenUnknown)
      : fail({ code: 'value-refused', message: `${control.name} is no switch, so it has no other way.`, at: 'to' })
    case 'cycle': return succeed(to.values[(to.values.indexOf(first.value) + 1) % to.values.length]!)
    case 'step': return control.kind === 'level'
      ? succeed(Math.min(control.max, Math.max(control.min, (control.value ?? control.min) + to.by)))
      : fail({ code: 'value-refused', message: `${control.name} has no steps.`, at: 'to' })
    default: return assertNever(to)
  }
}

export function controlDevices(step: ControlStep, bench: BenchState): StepEffect {
  const targets = targetsOf(step, bench)
  if (!targets.ok) return failed(targets.issues)
  const first = targets.value.find(({ control }) => control.value !== null)?.control ?? targets.value[0]!.control
  const changes: Change[] = []
  const notes: string[] = []
  for (const { device, control } of targets.value) {
    const value = nextValue(step, control, first)
    if (!value.ok) return failed(value.issues)
    const refusal = admits(control, value.value)
    if (refusal) return failed([{ code: 'value-refused', message: `${device.name}: ${refusal}` }])
    changes.push({ kind: 'device.set', deviceId: device.id, controlId: step.controlId, value: value.value })
    notes.push(`${device.name}: ${control.name} is ${valueInWords(control, value.value)}.`)
  }
  return { kind: 'done', changes, note: notes.join(' ') }
}

/** What the step does, as a sentence; devices are named where the names are known. */
export function describeControl({ target, controlId, to }: ControlStep, { devices = {} }: { readonly devices?: BenchState['devices'] }): string {
  const named = target.kind === 'devices' ? target.deviceIds.map(id => devices[id]?.name ?? `the missing device “${id}”`).join(', ') : target.kind === 'all' ? `all ${deviceKindWords[target.deviceKind].all}` : `the ${deviceKindWords[target.deviceKind].one} in use`
  const control = Object.values(devices).find(device => (target.kind === 'devices' ? target.deviceIds.includes(device.id) : device.kind === target.deviceKind) && device.controls[controlId])?.controls[controlId]
  const what = `${control?.name ?? controlId} of ${named}`
  const words = (value: ControlValue) => (control ? valueInWords(control, value) : String(value))
  switch (to.kind) {
    case 'set': return `Sets ${what} to ${words(to.value)}.`
    case 'toggle': return `Switches ${what} the other way.`
    case 'cycle': return `Goes on from ${to.values.map(words).join(' to ')} with ${what}.`
    case 'step': return `Turns ${what} ${to.by < 0 ? 'down' : 'up'} by ${Math.abs(to.by)}${control?.kind === 'level' ? ` ${control.unit}` : ''}.`
    default: return assertNever(to)
  }
}

/** What would not go as meant as the bench stands. */
export function lintControl(step: ControlStep, bench: BenchState): StepFinding[] {
  if (step.target.kind === 'devices' && step.target.deviceIds.length === 0) return []
  const effect = controlDevices(step, bench)
  return effect.kind === 'failed' ? [{ at: 'target', code: effect.issue.code, severity: 'fault', message: effect.issue.message }] : []
}
