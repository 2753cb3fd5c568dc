import { valueInWords } from '../bench'
import type { BenchState } from '../bench'
import { setAndReadBack } from './deviceSetting'
import type { Wanted } from './deviceSetting'
import type { Target } from './deviceChoice'
import { failed } from './effect'
import type { StepContext, StepEffect } from './effect'
import { stepIssue } from './issues'

/** Little by little to a value, in so much time. */
export interface RampWay {
  readonly value: number
  readonly overMs: number
}

/** How often a ramp sets its value; no finer than `FINEST_MS`. */
const RAMP_PARTS = 20
const FINEST_MS = 100

/**
 * The next part of a ramp: each device goes from where it was when it began. Issues: `value-refused`, `taken-over` where
 * somebody else has set it meanwhile, and those of setting it.
 */
export function rampDevices(
  controlId: string,
  to: RampWay,
  targets: readonly Target[],
  bench: BenchState,
  { nowMs, progress, hurried }: Pick<StepContext, 'nowMs' | 'progress' | 'hurried'>,
): StepEffect {
  const ramp = progress?.kind === 'ramp' ? progress : undefined
  const levels = targets.flatMap(({ device, control }) => (control.kind === 'level' ? [{ device, control }] : []))
  const other = targets.find(({ control }) => control.kind !== 'level')
  if (other) return failed([stepIssue({ code: 'value-refused', control: other.control.name, lacks: 'steps' }, 'to')])
  const overtaken = levels.find(
    ({ device, control }) => ramp?.last[device.id] !== undefined && control.value !== ramp.last[device.id],
  )
  if (overtaken) {
    const { device, control } = overtaken
    const value = valueInWords(control)
    return failed([stepIssue({ code: 'taken-over', device: device.name, control: control.name, value })])
  }
  const startedAtMs = ramp?.startedAtMs ?? nowMs
  const from =
    ramp?.from ?? Object.fromEntries(levels.map(({ device, control }) => [device.id, control.value ?? control.min]))
  const share = hurried ? 1 : Math.min(1, (nowMs - startedAtMs) / to.overMs)
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
    kind: 'goes-on',
    changes: set.changes,
    untilMs: Math.min(startedAtMs + to.overMs, nowMs + Math.max(FINEST_MS, to.overMs / RAMP_PARTS)),
    progress: { kind: 'ramp', startedAtMs, from, last },
    note: `On its way to ${to.value}.`,
  }
}

/** A share of the way, on the steps of the control and never past the end, which is reached exactly. */
function between(from: number, to: number, share: number, step: number): number {
  const value = from + Math.round(((to - from) * share) / step) * step
  return share === 1 ? to : Math.min(Math.max(value, Math.min(from, to)), Math.max(from, to))
}
