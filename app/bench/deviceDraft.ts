import { own } from '~~/core/result'
import type { Control, Device } from '~~/core/bench'
import { idFrom } from '~/programs/programDraft'

/** A device as its form holds it: its controls in a row, each with its id once it has one. */
export interface DeviceDraft {
  readonly name: string
  readonly kind: Device['kind']
  readonly controls: readonly { readonly id: string; readonly control: Control }[]
}

/** What is described, and not what is so at the moment: values are unknown in it. */
export function draftOfDevice({ name, kind, controls }: Device): DeviceDraft {
  return {
    name,
    kind,
    controls: Object.entries(controls).map(([id, control]) => ({ id, control: { ...control, value: null } })),
  }
}

export function freshControl(kind: Control['kind'], name: string): Control {
  switch (kind) {
    case 'switch':
      return { kind, name, on: 'on', off: 'off', value: null }
    case 'level':
      return { kind, name, unit: '%', min: 0, max: 100, step: 5, value: null }
    case 'choice':
      return { kind, name, choices: [], value: null }
  }
}

/**
 * The device of a form. A control that stays keeps its value where that still fits; a new one gets its id from its
 * name.
 */
export function readDevice(draft: DeviceDraft, before: Device, id: string): Device {
  const controls: Record<string, Control> = {}
  for (const entry of draft.controls) {
    const controlId = entry.id || idFrom(entry.control.name, controls)
    controls[controlId] = withValue(entry.control, own(before.controls, entry.id))
  }
  return { ...before, id, name: draft.name, kind: draft.kind, controls }
}

function withValue(control: Control, before: Control | undefined): Control {
  if (before?.kind !== control.kind || before.value === null) return control
  switch (control.kind) {
    case 'switch':
      return { ...control, value: before.value as boolean }
    case 'level':
      return { ...control, value: Math.min(control.max, Math.max(control.min, before.value as number)) }
    case 'choice':
      return {
        ...control,
        value: control.choices.some((choice) => choice.id === before.value) ? (before.value as string) : null,
      }
  }
}
