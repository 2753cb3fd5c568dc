import type { BenchState } from '~~/core/bench'
import type { Condition } from '~~/core/conditions'

/** The kinds of condition, as an editor offers them. */
export const conditionKinds: readonly { kind: Condition['kind']; label: string }[] = [
  { kind: 'program-runs', label: 'a program runs' },
  { kind: 'program-front', label: 'a program is in front' },
  { kind: 'device-present', label: 'a device is plugged in' },
  { kind: 'control-is', label: 'a control has a value' },
  { kind: 'lamp-is', label: 'a lamp is lit or dark' },
  { kind: 'time-of-day', label: 'it is a time of day' },
  { kind: 'not', label: 'it is not so that' },
  { kind: 'all', label: 'all of these' },
  { kind: 'any', label: 'any of these' },
]

/** A condition of a kind, about the first thing there is. */
export function freshCondition(kind: Condition['kind'], bench: BenchState): Condition {
  const programId = Object.keys(bench.programs)[0] ?? ''
  const [device] = Object.values(bench.devices)
  const [controlId, control] = Object.entries(device?.controls ?? {})[0] ?? ['', undefined]
  switch (kind) {
    case 'program-runs':
    case 'program-front':
      return { kind, programId }
    case 'device-present':
      return { kind, deviceId: device?.id ?? '' }
    case 'control-is':
      return { kind, deviceId: device?.id ?? '', controlId, value: control?.value ?? null }
    case 'lamp-is':
      return {
        kind,
        deviceId: bench.lamps[0]?.deviceId ?? device?.id ?? '',
        controlId: bench.lamps[0]?.controlId ?? controlId,
        state: 'lit',
      }
    case 'time-of-day':
      return { kind, fromMinute: 18 * 60, toMinute: 6 * 60 }
    case 'not':
      return { kind, condition: { kind: 'program-runs', programId } }
    case 'all':
    case 'any':
      return { kind, conditions: [{ kind: 'program-runs', programId }] }
  }
}
