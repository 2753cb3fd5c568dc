import { useDraggable } from '@vueuse/core'
import { ref } from 'vue'
import type { Ref } from 'vue'
import { areaWhereLetGo, nameOfArea } from '~~/core/bench'
import type { Area, BenchWindow } from '~~/core/bench'
import { choiceOf } from '~~/core/steps'
import { useMirror } from '~/live/useMirror'
import { useBenchActs } from './useBenchActs'
import { usePointing } from './usePointing'

/** A window, as it is drawn. */
interface Drawn {
  readonly windowNow: () => BenchWindow
  readonly frame: Readonly<Ref<HTMLElement | null>>
  readonly title: Readonly<Ref<HTMLElement | null>>
  /** Its part of the display. */
  readonly area: Readonly<Ref<Area>>
}

/** Drags a window by its title: within its display, to another one, or onto a desktop of the strip. */
export function useWindowDrag({ windowNow, frame, title, area }: Drawn) {
  const mirror = useMirror()
  const pointing = usePointing()
  const acts = useBenchActs()
  /** How far the window has been dragged, in pixels, and where on it the pointer took hold. */
  const dragged = ref<{ x: number; y: number }>()
  let begun = { x: 0, y: 0 }

  useDraggable(title, {
    preventDefault: false,
    stopPropagation: false,
    onStart: (_position, event) => {
      // The buttons beside the title are no handle of it.
      if (pointing.wanted || (event.target as HTMLElement).closest('[data-no-drag]')) return false
      begun = { x: event.clientX, y: event.clientY }
      return undefined
    },
    onMove: (_position, event) => {
      const by = { x: event.clientX - begun.x, y: event.clientY - begun.y }
      if (dragged.value || Math.hypot(by.x, by.y) > 4) dragged.value = by
    },
    onEnd: (_position, event) => {
      if (dragged.value) letGo(event)
      dragged.value = undefined
    },
  })

  /** Puts the window where it was let go: on a desktop of the strip, or in the display below the pointer. */
  function letGo({ clientX, clientY }: PointerEvent): void {
    const below = document.elementsFromPoint(clientX, clientY)
    const desktop = below
      .map((element) => element.closest<HTMLElement>('[data-desktop]')?.dataset.desktop)
      .find(Boolean)
    if (desktop)
      return void acts.act({
        kind: 'windows.place',
        which: choiceOf(mirror.bench, windowNow()),
        desktop: Number(desktop),
      })
    const display = below.map((element) => element.closest<HTMLElement>('[data-display]')).find(Boolean)
    const from = frame.value?.closest<HTMLElement>('[data-display]')
    if (!display || !from || !frame.value) return
    const box = display.getBoundingClientRect()
    const own = frame.value.getBoundingClientRect()
    const percentX = (x: number) => ((x - box.left) / box.width) * 100
    const percentY = (y: number) => ((y - box.top) / box.height) * 100
    const size = { ...area.value, width: Math.min(100, Math.round((own.width / box.width) * 100)) }
    const taken = areaWhereLetGo(
      { x: percentX(clientX), y: percentY(clientY) },
      { x: percentX(own.left), y: percentY(own.top) },
      windowNow().mode === 'maximized' ? { x: 0, y: 0, width: 60, height: 60 } : size,
    )
    const name = nameOfArea(taken)
    const isElsewhere = display !== from
    void acts.act({
      kind: 'windows.place',
      which: choiceOf(mirror.bench, windowNow()),
      ...(isElsewhere ? { display: { kind: 'named', deviceId: display.dataset.display! } } : {}),
      place: name ? { kind: 'named', name } : { kind: 'rectangle', area: taken },
    })
  }

  return { dragged }
}
