import { applyChange, valueInWords } from '../bench'
import type { BenchState, Change, ControlValue } from '../bench'
import { own } from '../result'
import type { Issue } from '../result'
import type { Target } from './deviceChoice'
import { failed } from './effect'
import type { StepEffect } from './effect'
import { stepIssue } from './issues'

/** A control of a device, and the value that it shall have. */
export interface Wanted extends Target {
  readonly value: ControlValue
}

/** Each of the values, and whether the device then has it. Issues: those of `device.set`, `not-followed`. */
export function setAndReadBack(
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
    const read = own(own(now.devices, device.id)!.controls, controlId)!
    if (read.value === value) {
      changes.push(change)
      notes.push(`${device.name}: ${control.name} is ${valueInWords(control, value)}.`)
    } else {
      const still = valueInWords(read)
      const because = device.fault?.because
      issues.push(stepIssue({ code: 'not-followed', device: device.name, control: control.name, still, because }))
    }
  }
  const note = notes.join(' ')
  return issues.length === 0 ? { kind: 'done', changes, note } : { ...failed(issues), changes }
}
