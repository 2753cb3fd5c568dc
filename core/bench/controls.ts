import { assertNever } from '../result'
import type { Control, ControlValue } from './schema'

/** Why a control cannot have a value, as a sentence; undefined when it can. `null` (unknown) always can. */
export function admits(control: Control, value: ControlValue): string | undefined {
  if (value === null) return undefined
  switch (control.kind) {
    case 'switch': return typeof value === 'boolean' ? undefined : `${control.name} is on or off, not ${JSON.stringify(value)}.`
    case 'level': return typeof value === 'number' && value >= control.min && value <= control.max
      ? undefined
      : `${control.name} goes from ${control.min} to ${control.max} ${control.unit}, not to ${JSON.stringify(value)}.`
    case 'choice': return control.choices.some(choice => choice.id === value)
      ? undefined
      : `${control.name} knows ${control.choices.map(choice => choice.id).join(', ')}, not ${JSON.stringify(value)}.`
    default: return assertNever(control)
  }
}

/** A control's value in its own words: `muted`, `40 %`, `Generator saver`, `unknown`. */
export function valueInWords(control: Control, value: ControlValue = control.value): string {
  if (value === null) return 'unknown'
  switch (control.kind) {
    case 'switch': return value ? control.on : control.off
    case 'level': return `${value} ${control.unit}`
    case 'choice': return control.choices.find(choice => choice.id === value)?.name ?? String(value)
    default: return assertNever(control)
  }
}
