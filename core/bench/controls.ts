import { assertNever } from '../result'
import type { Control, ControlValue, DeviceKind } from './schema'

export const deviceKindWords: Record<DeviceKind, { readonly one: string; readonly all: string }> = {
  'audio-output': { one: 'speaker', all: 'speakers' },
  'audio-input': { one: 'microphone', all: 'microphones' },
  display: { one: 'display', all: 'displays' },
  power: { one: 'power supply', all: 'power supplies' },
  usb: { one: 'USB device', all: 'USB devices' },
  keyboard: { one: 'keyboard', all: 'keyboards' },
  lamp: { one: 'lamp', all: 'lamps' },
  heater: { one: 'heater', all: 'heaters' },
  dome: { one: 'dome', all: 'domes' },
  player: { one: 'player', all: 'players' },
  other: { one: 'other device', all: 'other devices' },
}

/** Why a control cannot have a value, as a sentence; undefined when it can. `null` (unknown) always can. */
export function admits(control: Control, value: ControlValue): string | undefined {
  if (value === null) return undefined
  switch (control.kind) {
    case 'switch':
      return typeof value === 'boolean' ? undefined : `${control.name} is on or off, not ${JSON.stringify(value)}.`
    case 'level':
      return typeof value === 'number' && value >= control.min && value <= control.max
        ? undefined
        : `${control.name} goes from ${control.min} to ${control.max} ${control.unit}, not to ${JSON.stringify(value)}.`
    case 'choice':
      return control.choices.some((choice) => choice.id === value)
        ? undefined
        : `${control.name} knows ${control.choices.map((choice) => choice.id).join(', ')}, not ${JSON.stringify(value)}.`
    default:
      return assertNever(control)
  }
}

/** A control's value in its own words: `muted`, `40 %`, `Generator saver`, `unknown`. */
export function valueInWords(control: Control, value: ControlValue = control.value): string {
  if (value === null) return 'unknown'
  switch (control.kind) {
    case 'switch':
      return value ? control.on : control.off
    case 'level':
      return `${value} ${control.unit}`.trim()
    case 'choice':
      return control.choices.find((choice) => choice.id === value)?.name ?? String(value)
    default:
      return assertNever(control)
  }
}

/** How a control may change, in words: `0 to 100 %, by 5`. */
export function rangeInWords(control: Control): string {
  switch (control.kind) {
    case 'switch':
      return `${control.on} or ${control.off}`
    case 'level':
      return `${control.min} to ${control.max} ${control.unit}, by ${control.step}`
    case 'choice':
      return control.choices.map((choice) => choice.name).join(', ')
    default:
      return assertNever(control)
  }
}
