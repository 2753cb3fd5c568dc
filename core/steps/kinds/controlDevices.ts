import { z } from 'zod'
import { controlIdSchema, controlValueSchema, rangeInWords, sameValue, valueInWords } from '../../bench'
import { controlValuePart } from '../../conditions'
import type { BenchState, Control, ControlValue, Device } from '../../bench'
import { listed } from '../../names'
import { assertNever, fail, own, succeed } from '../../result'
import type { Result } from '../../result'
import { together, find, click, drag } from '../byHand'
import { defineStep } from '../defineStep'
import type { StepWith } from '../defineStep'
import { choicePart, partOf, say } from '../../sentence'
import type { Sentence } from '../../sentence'
import { durationInWords } from '../duration'
import { failed } from '../effect'
import type { StepContext, StepEffect } from '../effect'
import { devicesOf, targetSchema, targetsOf, targetParts } from '../deviceChoice'
import { rampDevices } from '../deviceRamp'
import { setAndReadBack } from '../deviceSetting'
import type { Wanted } from '../deviceSetting'
import { CONTROL_PHRASES } from '../controlPhrases'
import type { Aim, Target } from '../deviceChoice'
import { templateSchema } from '../fields'
import { fill } from '../fill'
import { fault } from '../finding'
import { stepIssue } from '../issues'

const wayOfChangeSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('set'), value: controlValueSchema }),
  /** To what a text with values says: a number, the name of a choice, on or off. */
  z.object({ kind: z.literal('said'), text: templateSchema }),
  /** Where the state is unknown, it becomes `whenUnknown`, or the user is asked. */
  z.object({ kind: z.literal('toggle'), whenUnknown: z.union([z.boolean(), z.literal('ask')]) }),
  /** The next of the values after the one it has; the first where it has another. */
  z.object({
    kind: z.literal('cycle'),
    values: z.array(controlValueSchema).min(2, 'Choose at least two values.').max(50),
  }),
  /** Up or down by so much, within the limits of the control. */
  z.object({ kind: z.literal('step'), by: z.number() }),
  /** Little by little to a value, in so much time. */
  z.object({
    kind: z.literal('ramp'),
    value: z.number(),
    overMs: z.number().int().min(100, 'At least 0.1 s.').max(3_600_000, 'At most an hour.'),
  }),
])

type WayOfChange = z.infer<typeof wayOfChangeSchema>
type SaidWay = Extract<WayOfChange, { kind: 'said' }>

interface ControlAim extends Aim {
  to: WayOfChange
}

/** Alters a control: of named devices, of all of a kind, or of the default one of a kind, whichever that is then. */
export const controlDevices = defineStep({
  kind: 'device.control',
  label: 'Change a device or setting',
  help: 'Mute, power, plan, brightness: set, the other way, the next, up or down.',
  nature: 'device',
  phrases: CONTROL_PHRASES,
  isState: true,
  fields: { target: targetSchema, controlId: controlIdSchema.min(1, 'Choose a control.'), to: wayOfChangeSchema },
  fresh: {
    target: { kind: 'devices', deviceIds: [] },
    controlId: '',
    to: { kind: 'toggle', whenUnknown: true },
  },
  sentence: (step, { devices = {} }) => controlSentence(step, devices),
  byHand: ({ to }) => (to.kind === 'toggle' ? together(find, click) : together(find, drag)),
  /**
   * Alters the controls and reads them back: devices that did not follow make it fail, with those that did altered all
   * the same. Issues: those of `targetsOf`, `control-fixed`, `value-refused`, `device-held`, `not-followed`, and
   * `taken-over` for a ramp.
   */
  perform: (step, bench, context) => controlTargets(step, bench, context),
  lint(step, bench) {
    if (step.target.kind === 'devices' && step.target.deviceIds.length === 0) return []
    // What a value will say shows only when it runs.
    if (step.to.kind === 'said' && step.to.text.includes('$')) return []
    const effect = controlTargets(step, bench, { nowMs: 0 })
    return effect.kind === 'failed' ? [fault('target', effect.issue)] : []
  },
  devicesMeant(step, bench) {
    const devices = devicesOf(step.target, bench)
    return devices.ok ? devices.value.map((device) => device.id) : []
  },
  lamp(step, bench) {
    const targets = targetsOf(step, bench)
    const [first] = targets.ok ? targets.value : []
    if (!first || first.control.kind === 'level') return undefined
    const { to, controlId } = step
    return { deviceId: first.device.id, controlId, ...(to.kind === 'set' ? { litWhen: to.value } : {}) }
  },
  joined(first, second) {
    const isSet = first.to.kind === 'set' && second.to.kind === 'set'
    return isSet && sameValue([first.target, first.controlId], [second.target, second.controlId]) ? second : undefined
  },
  leadsTo(step, bench) {
    if (step.to.kind !== 'toggle' && step.to.kind !== 'cycle') return undefined
    const effect = controlTargets(step, bench, { nowMs: 0 })
    const [change] = effect.kind === 'done' ? effect.changes : []
    if (change?.kind !== 'device.set') return undefined
    const control = own(own(bench.devices, change.deviceId)?.controls ?? {}, change.controlId)
    return control && valueInWords(control, change.value)
  },
})

/** What changes one control of one device, as the fields of a step. */
export function controlFields<W extends WayOfChange>(deviceId: string, controlId: string, to: W) {
  return { kind: controlDevices.kind, target: { kind: 'devices' as const, deviceIds: [deviceId] }, controlId, to }
}

/** A step of this kind as a whole. */
export type ControlStep = StepWith<typeof controlDevices.kind, typeof controlDevices.fields>

/** Whether a step alters controls; if so, it is one of this kind. */
export function isControlStep<S extends { readonly kind: string }>(
  step: S,
): step is Extract<S, { kind: typeof controlDevices.kind }> {
  return step.kind === controlDevices.kind
}

/**
 * A step that changes one control of one device in the way that is usual for it: the other way, up by a step, the next.
 */
export function usualControlStep(id: string, deviceId: string, controlId: string, control: Control) {
  return { id, ...controlFields(deviceId, controlId, usualWay(control)), onFailure: 'stop' as const }
}

function usualWay(control: Control): WayOfChange {
  switch (control.kind) {
    case 'switch':
      return { kind: 'toggle', whenUnknown: true }
    case 'level':
      return { kind: 'step', by: control.step }
    case 'choice':
      return { kind: 'cycle', values: control.choices.map((choice) => choice.id) }
    default:
      return assertNever(control)
  }
}

type ControlContext = Pick<StepContext, 'nowMs' | 'answer' | 'progress' | 'hurried' | 'values'>

function controlTargets(step: ControlAim, bench: BenchState, context: ControlContext): StepEffect {
  const targets = targetsOf(step, bench, context.values)
  if (!targets.ok) return failed(targets.issues)
  const { to } = step
  if (to.kind === 'ramp') return rampDevices(step.controlId, to, targets.value, bench, context)
  const first = targets.value.find(({ control }) => control.value !== null)?.control ?? targets.value[0]!.control
  const { answer } = context
  if (to.kind === 'toggle' && to.whenUnknown === 'ask' && answer === undefined) {
    if (first.kind === 'switch' && first.value === null) return askWhichWay(first, targets.value)
  }
  const whenUnknown = to.kind === 'toggle' && to.whenUnknown !== 'ask' ? to.whenUnknown : answer === 'on'
  const said = to.kind === 'said' ? fill(to.text, bench, context) : succeed('')
  if (!said.ok) return failed(said.issues)
  const wanted: Wanted[] = []
  for (const target of targets.value) {
    const { control } = target
    const value = to.kind === 'said' ? readValue(said.value, control) : nextValue(to, control, first, whenUnknown)
    if (!value.ok) return failed(value.issues)
    wanted.push({ ...target, value: value.value })
  }
  return setAndReadBack(step.controlId, wanted, bench)
}

function askWhichWay(control: Extract<Control, { kind: 'switch' }>, targets: readonly Target[]): StepEffect {
  const devices = listed(targets.map(({ device }) => device.name))
  return {
    kind: 'asks',
    question: {
      kind: 'choice',
      text: `${control.name} of ${devices} is unknown. What shall it become?`,
      choices: [
        { id: 'on', label: control.on },
        { id: 'off', label: control.off },
      ],
    },
  }
}

/**
 * The value a control gets; several controls that go the other way all become the same, by the first one that is known.
 * Issue: `value-refused`.
 */
function nextValue(
  to: Exclude<WayOfChange, SaidWay | { kind: 'ramp' }>,
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
        : fail(stepIssue({ code: 'value-refused', control: control.name, lacks: 'other-way' }, 'to'))
    case 'cycle':
      return succeed(to.values[(to.values.indexOf(first.value) + 1) % to.values.length]!)
    case 'step':
      return control.kind === 'level'
        ? succeed(Math.min(control.max, Math.max(control.min, (control.value ?? control.min) + to.by)))
        : fail(stepIssue({ code: 'value-refused', control: control.name, lacks: 'steps' }, 'to'))
    default:
      return assertNever(to)
  }
}

/** A value as people say it: a number, the name or id of a choice, what a switch calls its states. Issue: `value-unread`. */
function readValue(text: string, control: Control): Result<ControlValue> {
  const said = text.trim().toLowerCase()
  const value = valueSaid(said, control)
  if (value !== undefined) return succeed(value)
  return fail(stepIssue({ code: 'value-unread', control: control.name, text, range: rangeInWords(control) }, 'to.text'))
}

function valueSaid(said: string, control: Control): ControlValue | undefined {
  switch (control.kind) {
    case 'switch':
      if ([control.on.toLowerCase(), 'on', 'yes', 'true'].includes(said)) return true
      return [control.off.toLowerCase(), 'off', 'no', 'false'].includes(said) ? false : undefined
    case 'level': {
      const number = said === '' ? Number.NaN : Number(said.replace(control.unit.toLowerCase(), '').replace(',', '.'))
      return number >= control.min && number <= control.max ? number : undefined
    }
    case 'choice':
      return control.choices.find(({ id, name }) => [id.toLowerCase(), name.toLowerCase()].includes(said))?.id
    default:
      return assertNever(control)
  }
}

/** Devices are named where the names are known. */
function controlSentence({ target, controlId, to }: ControlAim, devices: BenchState['devices']): Sentence {
  const isMeant = ({ id, kind }: Device) => {
    if (target.kind === 'named') return own(own(devices, id)?.controls ?? {}, controlId) !== undefined
    return target.kind === 'devices' ? target.deviceIds.includes(id) : kind === target.deviceKind
  }
  const meant = Object.values(devices).filter(isMeant)
  const [control] = meant.flatMap((device) => own(device.controls, controlId) ?? [])
  const controls = Object.fromEntries(
    meant.flatMap((device) =>
      Object.entries(device.controls).flatMap(([id, { name, readOnly }]) => (readOnly ? [] : [[id, name]])),
    ),
  )
  const name = choicePart('controlId', controlId, controls, control?.name ?? (controlId === '' ? '…' : controlId))
  const what = say`${name} of ${targetParts('target', target, devices)}`
  const value = (at: string, set: ControlValue) => controlValuePart(at, control, set)
  switch (to.kind) {
    case 'set':
      return say`Sets ${what} to ${value('to.value', to.value)}.`
    case 'said':
      return say`Sets ${what} to ${partOf('to.text', to.text === '' ? '…' : to.text, 'text')}.`
    case 'toggle':
      return say`Switches ${what} the other way${to.whenUnknown === 'ask' ? ', asking where it is unknown' : ''}.`
    case 'cycle': {
      const values = to.values.flatMap((set, i): Sentence => {
        const part = value(`to.values.${i}`, set)
        return i === 0 ? [part] : [' to ', part]
      })
      return say`Goes on from ${values} with ${what}.`
    }
    case 'ramp':
      return say`Takes ${what} to ${value('to.value', to.value)} within ${partOf('to.overMs', durationInWords(to.overMs), 'duration')}.`
    case 'step': {
      const unit = control?.kind === 'level' ? ` ${control.unit}` : ''
      const by = partOf('to.by', String(Math.abs(to.by)), 'number')
      return say`Turns ${what} ${to.by < 0 ? 'down' : 'up'} by ${by}${unit}.`
    }
    default:
      return assertNever(to)
  }
}
