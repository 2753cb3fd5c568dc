import { useEventListener } from '@vueuse/core'
import type { Lever } from '~~/core/levers'
import { turntableOf } from '~~/core/levers'
import type { TurnOutcome } from '~~/core/turntable'
import { useMirror } from '~/live/useMirror'
import { pointer, useTurning } from './useTurning'

/** Bits of `MouseEvent.buttons`, by the key they count as. */
const BUTTON_BITS: ReadonlyMap<string, number> = new Map([
  ['Mouse3', 4],
  ['Mouse4', 8],
  ['Mouse5', 16],
])
/** What an open table makes of keys; all others go their way. */
const OWN_KEYS = /^(?:Escape|Enter|NumpadEnter|Space|Backspace|Arrow(?:Up|Down|Left|Right)|(?:Digit|Numpad)[1-8])$/

const timeOf = (event: Event) => performance.timeOrigin + event.timeStamp

/** Hands on the turntable of this tab: the pointer, its buttons, and the keys while a table is open. */
export function useTurnHands() {
  const mirror = useMirror()
  const { turning, open, feed } = useTurning()
  let pointerId: number | undefined
  /** Keys whose press a table has taken; their release is nobody's. */
  const taken = new Set<string>()
  let isClickTaken = false

  /** Opens the turntable of a lever where the pointer is, or presses again what has opened it. */
  function press(lever: Lever, code: string, atMs: number, finished: (outcome: TurnOutcome) => void): boolean {
    if (turning.value?.lever.id === lever.id) {
      feed({ kind: 'press', atMs, at: { ...pointer } })
      return true
    }
    const table = turntableOf(lever, (id) => mirror.leverById.get(id), mirror.names)
    if (!table) return false
    open(lever, table, { code, atMs, at: { ...pointer } }, finished)
    return true
  }

  /** The key or button that opened the table comes up. */
  function release(code: string, event: Event): void {
    if (turning.value?.code === code) feed({ kind: 'release', atMs: timeOf(event), at: { ...pointer } })
  }

  /** Whether an open table has a key for itself. */
  function takesKey(event: KeyboardEvent): boolean {
    if (event.type === 'keyup') return taken.delete(event.code)
    const isOwn = turning.value && OWN_KEYS.test(event.code) && event.code !== turning.value.code
    if (!isOwn) return false
    taken.add(event.code)
    feed({ kind: 'key', atMs: timeOf(event), code: event.code })
    return true
  }

  function onMove(event: PointerEvent): void {
    // While a table is open, the pointer that was there when it was is the one that counts.
    if (turning.value && pointerId !== undefined && event.pointerId !== pointerId) return
    pointerId = event.pointerId
    pointer.x = event.clientX
    pointer.y = event.clientY
    if (!turning.value) return
    const parts = event.getCoalescedEvents?.() ?? []
    for (const part of parts.length > 0 ? parts : [event])
      feed({ kind: 'move', atMs: timeOf(part), at: { x: part.clientX, y: part.clientY } })
    const now = turning.value
    const bit = now && BUTTON_BITS.get(now.code)
    const isHeld = now && 'isHeld' in now.state && now.state.isHeld
    // Let go of outside the window, where nobody said so.
    if (bit !== undefined && isHeld && (event.buttons & bit) === 0)
      feed({ kind: 'release', atMs: timeOf(event), at: { ...pointer } })
  }

  function onDown(event: PointerEvent): void {
    if (!turning.value || event.button !== 0) return
    isClickTaken = true
    event.preventDefault()
    event.stopPropagation()
    feed({ kind: 'click', atMs: timeOf(event), at: { x: event.clientX, y: event.clientY } })
  }

  function onClick(event: MouseEvent): void {
    if (!isClickTaken) return
    isClickTaken = false
    event.preventDefault()
    event.stopPropagation()
  }

  useEventListener(window, 'pointermove', onMove, { capture: true, passive: true })
  useEventListener(window, 'pointerdown', onDown, { capture: true })
  useEventListener(window, 'click', onClick, { capture: true })
  useEventListener(window, 'blur', (event) => {
    taken.clear()
    feed({ kind: 'lost', atMs: timeOf(event) })
  })

  return { turning, press, release, takesKey }
}
