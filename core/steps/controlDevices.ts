import { applyChange, defaultDevice, deviceKindWords, valueInWords } from '../bench'
import type { BenchState, Change, Control, ControlValue, Device } from '../bench'
import { didYouMean, listed } from '../names'
import { assertNever, fail, succeed } from '../result'
import type { Issue, Result } from '../result'
import { failed } from './effect'
import type { StepContext, StepEffect } from './effect'
import type { StepFinding } from './finding'
import { durationInWords } from './duration'
import type { PlainStep } from './schema'

type ControlStep = Extract<PlainStep, { kind: 'device.control' }>

/** The devices a step is about, as the bench stands. Issues: `device-missing`, `device-absent`, `control-missing`, `control-fixed`. */
export function targetsOf(
  { target, controlId }: Pick<ControlStep, 'target' | 'controlId'>,
  bench: BenchState,
): Result<{ device: Device; control: Control }[]> {
  const devices = devicesOf(target, bench)
  if (!devices.ok) return devices
  const issues: Issue[] = []
  const found = devices.value.flatMap((device) => {
    const control = device.controls[controlId]
    if (control?.readOnly)
      issues.push({
        code: 'control-fixed',
        message: `${control.name} of ${device.name} shows what is so; no lever can set it.`,
        at: 'controlId',
      })
    else if (device.plugged === false)
      issues.push({ code: 'device-absent', message: `${device.name} is not plugged in.`, at: 'target' })
    else if (!control)
      issues.push({
        code: 'control-missing',
        message: `${device.name} has no control “${controlId}”. It has ${Object.keys(device.controls).join(', ')}.`,
        at: 'controlId',
      })
    else return [{ device, control }]
    return []
  })
  return issues.length > 0 ? fail(...issues) : succeed(found)
}

function devicesOf(target: ControlStep['target'], bench: BenchState): Result<Device[]> {
  const all = Object.values(bench.devices)
  switch (target.kind) {
    case 'devices': {
      const missing = target.deviceIds.filter((id) => !bench.devices[id])
      if (missing.length > 0)
        return fail(
          ...missing.map((id) => ({
            code: 'device-missing',
            message: `There is no device “${id}” on the bench.${didYouMean(id, Object.keys(bench.devices))}`,
            at: 'target',
          })),
        )
      return succeed(target.deviceIds.map((id) => bench.devices[id]!))
    }
    case 'all': {
      // Of all of a kind, those that are there are meant.
      const present = all.filter((device) => device.kind === target.deviceKind && device.plugged !== false)
      return present.length > 0
        ? succeed(present)
        : fail({
            code: 'device-missing',
            message: `There are no ${deviceKindWords[target.deviceKind].all} on the bench.`,
            at: 'target',
          })
    }
    case 'default': {
      const device = defaultDevice(bench, target.deviceKind)
      return device
        ? succeed([device])
        : fail({
            code: 'device-missing',
            message: `There is no ${deviceKindWords[target.deviceKind].one} on the bench.`,
            at: 'target',
          })
    }
    default:
      return assertNever(target)
  }
}

/** The value a control gets; several controls that go the other way all become the same, by the first one that is known. Issue: `value-refused`. */
function nextValue(
  to: Exclude<ControlStep['to'], { kind: 'ramp' }>,
  control: Control,
  first: Control,
  whenUnknown: boolean,
): Result<ControlValue> {
  switch (to.kind) {
    case 'set':
      return succeed(to.value)
    case 'toggle':
      return control.kind === 'switch'
        ? succeed(typeof first.value === 'boolean' ? !first.value : whenUnknown)
        : fail({ code: 'value-refused', message: `${control.name} is no switch, so it has no other way.`, at: 'to' })
    case 'cycle':
      return succeed(to.values[(to.values.indexOf(first.value) + 1) % to.values.length]!)
    case 'step':
      return control.kind === 'level'
        ? succeed(Math.min(control.max, Math.max(control.min, (control.value ?? control.min) + to.by)))
        : fail({ code: 'value-refused', message: `${control.name} has no steps.`, at: 'to' })
    default:
      return assertNever(to)
  }
}

/**
 * Alters the controls and reads them back: devices that did not follow make it fail, with those that did altered all the same.
 * Issues: those of `targetsOf`, `control-fixed`, `value-refused`, `device-held`, `not-followed`, and `taken-over` for a ramp.
 */
export function controlDevices(
  step: ControlStep,
  bench: BenchState,
  context: Pick<StepContext, 'nowMs' | 'answer' | 'ramp'>,
): StepEffect {
  const targets = targetsOf(step, bench)
  if (!targets.ok) return failed(targets.issues)
  const { to } = step
  if (to.kind === 'ramp') return rampDevices(step, to, targets.value, bench, context)
  const first = targets.value.find(({ control }) => control.value !== null)?.control ?? targets.value[0]!.control
  if (
    to.kind === 'toggle' &&
    to.whenUnknown === 'ask' &&
    first.kind === 'switch' &&
    first.value === null &&
    context.answer === undefined
  ) {
    return {
      kind: 'asks',
      question: {
        text: `${first.name} of ${listed(targets.value.map(({ device }) => device.name))} is unknown. What shall it become?`,
        choices: [
          { id: 'on', label: first.on },
          { id: 'off', label: first.off },
        ],
      },
    }
  }
  const whenUnknown = to.kind === 'toggle' && to.whenUnknown !== 'ask' ? to.whenUnknown : context.answer === 'on'
  const wanted: Wanted[] = []
  for (const target of targets.value) {
    const value = nextValue(to, target.control, first, whenUnknown)
    if (!value.ok) return failed(value.issues)
    wanted.push({ ...target, value: value.value })
  }
  return setAndReadBack(step.controlId, wanted, bench)
}

interface Target {
  readonly device: Device
  readonly control: Control
}
interface Wanted extends Target {
  readonly value: ControlValue
}

/** Each of the values, and whether the device then has it. */
function setAndReadBack(
  controlId: string,
  wanted: readonly Wanted[],
  bench: BenchState,
): Extract<StepEffect, { kind: 'done' | 'failed' }> {
  const changes: Change[] = []
  const notes: string[] = []
  const issues: Issue[] = []
  let now = bench
  for (const { device, control, value } of wanted) {
    const change: Change = { kind: 'device.set', deviceId: device.id, controlId, value }
    const after = applyChange(now, change)
    if (!after.ok) {
      issues.push(after.issues[0]!)
      continue
    }
    now = after.value
    const read = now.devices[device.id]!.controls[controlId]!
    if (read.value === value) {
      changes.push(change)
      notes.push(`${device.name}: ${control.name} is ${valueInWords(control, value)}.`)
    } else
      issues.push({
        code: 'not-followed',
        message: `${device.name} did not follow: ${control.name} is still ${valueInWords(read)}${device.fault ? ` (${device.fault.because})` : ''}.`,
      })
  }
  const note = notes.join(' ')
  return issues.length === 0 ? { kind: 'done', changes, note } : { ...failed(issues), changes }
}

/** How often a ramp sets its value; no finer than `FINEST_MS`. */
const RAMP_PARTS = 20
const FINEST_MS = 100

function rampDevices(
  { controlId }: ControlStep,
  to: Extract<ControlStep['to'], { kind: 'ramp' }>,
  targets: readonly Target[],
  bench: BenchState,
  { nowMs, ramp }: Pick<StepContext, 'nowMs' | 'ramp'>,
): StepEffect {
  const levels = targets.flatMap(({ device, control }) => (control.kind === 'level' ? [{ device, control }] : []))
  if (levels.length < targets.length)
    return failed([
      {
        code: 'value-refused',
        message: `${targets.find(({ control }) => control.kind !== 'level')!.control.name} has no steps.`,
        at: 'to',
      },
    ])
  const overtaken = levels.find(
    ({ device, control }) => ramp?.last[device.id] !== undefined && control.value !== ramp.last[device.id],
  )
  if (overtaken)
    return failed([
      {
        code: 'taken-over',
        message: `${overtaken.device.name}: ${overtaken.control.name} was set to ${valueInWords(overtaken.control)} by somebody else meanwhile, and stays so.`,
      },
    ])
  const startedAtMs = ramp?.startedAtMs ?? nowMs
  const from =
    ramp?.from ?? Object.fromEntries(levels.map(({ device, control }) => [device.id, control.value ?? control.min]))
  const share = Math.min(1, (nowMs - startedAtMs) / to.overMs)
  const wanted = levels.map(({ device, control }): Wanted => ({
    device,
    control,
    value: share === 0 ? control.value : between(from[device.id] ?? control.min, to.value, share, control.step),
  }))
  const set = setAndReadBack(controlId, wanted, bench)
  if (set.kind === 'failed' || share === 1) return set
  const last = Object.fromEntries(
    wanted.flatMap(({ device, value }) => (typeof value === 'number' ? [[device.id, value]] : [])),
  )
  return {
    kind: 'ramps',
    changes: set.changes,
    untilMs: Math.min(startedAtMs + to.overMs, nowMs + Math.max(FINEST_MS, to.overMs / RAMP_PARTS)),
    ramp: { startedAtMs, from, last },
    note: `On its way to ${to.value}.`,
  }
}

/** A share of the way, on the steps of the control and never past the end, which is reached exactly. */
function between(from: number, to: number, share: number, step: number): number {
  const value = from + Math.round(((to - from) * share) / step) * step
  return share === 1 ? to : Math.min(Math.max(value, Math.min(from, to)), Math.max(from, to))
}

/** What the step does, as a sentence; devices are named where the names are known. */
export function describeControl(
  { target, controlId, to }: ControlStep,
  { devices = {} }: { readonly devices?: BenchState['devices'] },
): string {
  const named =
    target.kind === 'devices'
      ? target.deviceIds.map((id) => devices[id]?.name ?? `the missing device “${id}”`).join(', ')
      : target.kind === 'all'
        ? `all ${deviceKindWords[target.deviceKind].all}`
        : `the ${deviceKindWords[target.deviceKind].one} in use`
  const control = Object.values(devices).find(
    (device) =>
      (target.kind === 'devices' ? target.deviceIds.includes(device.id) : device.kind === target.deviceKind) &&
      device.controls[controlId],
  )?.controls[controlId]
  const what = `${control?.name ?? controlId} of ${named}`
  const words = (value: ControlValue) => (control ? valueInWords(control, value) : String(value))
  switch (to.kind) {
    case 'set':
      return `Sets ${what} to ${words(to.value)}.`
    case 'toggle':
      return `Switches ${what} the other way${to.whenUnknown === 'ask' ? ', asking where it is unknown' : ''}.`
    case 'cycle':
      return `Goes on from ${to.values.map(words).join(' to ')} with ${what}.`
    case 'ramp':
      return `Takes ${what} to ${words(to.value)} within ${durationInWords(to.overMs)}.`
    case 'step':
      return `Turns ${what} ${to.by < 0 ? 'down' : 'up'} by ${Math.abs(to.by)}${control?.kind === 'level' ? ` ${control.unit}` : ''}.`
    default:
      return assertNever(to)
  }
}

/** What would not go as meant as the bench stands. */
export function lintControl(step: ControlStep, bench: BenchState): StepFinding[] {
  if (step.target.kind === 'devices' && step.target.deviceIds.length === 0) return []
  const effect = controlDevices(step, bench, { nowMs: 0 })
  return effect.kind === 'failed'
    ? [{ at: 'target', code: effect.issue.code, severity: 'fault', message: effect.issue.message }]
    : []
}
