import { computed } from 'vue'
import type { Ref } from 'vue'
import type { BenchWindow } from '~~/core/bench'
import { useMirror } from '~/live/useMirror'

/** A display of the bench, by what is to be seen of it. */
export interface ShownDisplay {
  readonly id: string
  readonly name: string
  readonly isFirst: boolean
  readonly use: string
  readonly brightness: unknown
  readonly isDark: boolean
  readonly state: string
  readonly windows: readonly { readonly window: BenchWindow; readonly depth: number }[]
}

/**
 * The displays with what they show: windows stand on the one they name, or on the first where that shows none of its
 * own.
 */
export function useDisplays(shown: Readonly<Ref<readonly BenchWindow[]>>) {
  const mirror = useMirror()
  return computed<ShownDisplay[]>(() => {
    const present = Object.values(mirror.bench.devices)
      .filter((device) => device.kind === 'display' && device.plugged !== false)
      .map((device, i) => ({
        device,
        isFirst: i === 0,
        isAsleep: device.controls.power?.value === false,
        use: i === 0 ? 'extended' : String(device.controls.use?.value ?? 'extended'),
        brightness: device.controls.brightness?.value ?? '?',
      }))
    const own = new Set(
      present.filter((entry) => !entry.isFirst && entry.use === 'extended').map((entry) => entry.device.id),
    )
    const onFirst = shown.value.filter((window) => !own.has(window.displayId ?? ''))
    return present.map(({ device, isFirst, isAsleep, use, brightness }) => ({
      id: device.id,
      name: device.name,
      isFirst,
      use,
      brightness,
      isDark: isAsleep || use === 'off',
      state:
        use === 'off' ? 'switched off' : isAsleep ? 'asleep' : use === 'mirrored' ? 'a mirror of the first' : 'awake',
      windows: inPlace(
        isFirst || use === 'mirrored' ? onFirst : shown.value.filter((window) => window.displayId === device.id),
      ),
    }))
  })
}

/** In an order that stays when one is raised, so that none loses the focus by being moved in the page. */
function inPlace(windows: readonly BenchWindow[]): { window: BenchWindow; depth: number }[] {
  return windows.map((window, depth) => ({ window, depth })).sort((a, b) => (a.window.id < b.window.id ? -1 : 1))
}
