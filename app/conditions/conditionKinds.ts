import type { BenchState } from '~~/core/bench'
import type { Condition } from '~~/core/conditions'

const BENCH_KINDS = [
  'window-open',
  'file-is',
  'folder-empty',
  'text-has',
  'desktop-shown',
  'clipboard-has',
  'plays',
] as const satisfies Condition['kind'][]

/** Conditions about windows, files, texts, desktops, the clipboard and what plays. */
export type BenchCondition = Extract<Condition, { kind: (typeof BENCH_KINDS)[number] }>

export function isBenchCondition(condition: Condition): condition is BenchCondition {
  return (BENCH_KINDS as readonly string[]).includes(condition.kind)
}

/** The kinds of condition, as an editor offers them. */
export const conditionKinds: readonly { kind: Condition['kind']; label: string }[] = [
  { kind: 'program-runs', label: 'a program runs' },
  { kind: 'program-front', label: 'a program is in front' },
  { kind: 'device-present', label: 'a device is plugged in' },
  { kind: 'control-is', label: 'a control has a value' },
  { kind: 'lamp-is', label: 'a lamp is lit or dark' },
  { kind: 'window-open', label: 'a window or tab is open' },
  { kind: 'file-is', label: 'a file is there, newer, larger' },
  { kind: 'folder-empty', label: 'a folder is empty' },
  { kind: 'text-has', label: 'the document in front has' },
  { kind: 'desktop-shown', label: 'a desktop is shown' },
  { kind: 'clipboard-has', label: 'the clipboard has' },
  { kind: 'plays', label: 'music plays' },
  { kind: 'time-of-day', label: 'it is a time of day' },
  { kind: 'value-is', label: 'a value is, has, is more' },
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
    case 'window-open':
    case 'text-has':
    case 'clipboard-has':
      return { kind, text: '' }
    case 'file-is':
      return { kind, path: '', test: { kind: 'there' } }
    case 'folder-empty':
      return { kind, path: '' }
    case 'desktop-shown':
      return { kind, desktop: 1 }
    case 'plays':
      return { kind, deviceId: Object.values(bench.devices).find((one) => one.kind === 'player')?.id ?? '' }
    case 'time-of-day':
      return { kind, fromMinute: 18 * 60, toMinute: 6 * 60 }
    case 'value-is':
      return { kind, text: '', test: { kind: 'is', text: '' } }
    case 'not':
      return { kind, condition: { kind: 'program-runs', programId } }
    case 'all':
    case 'any':
      return { kind, conditions: [{ kind: 'program-runs', programId }] }
  }
}
