import { useEventListener } from '@vueuse/core'
import { sleepingDisplays, wakeChanges, wakes } from '~~/core/bench'
import type { PointerPath, WakeEvent } from '~~/core/bench'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'

/** The pointer and the keys of this tab are those of the workstation: they wake its displays. */
export function useWake(): void {
  const mirror = useMirror()
  const notices = useNotices()
  let path: PointerPath = []
  let isWaking = false

  async function take(event: WakeEvent): Promise<void> {
    if (sleepingDisplays(mirror.bench).length === 0) {
      path = []
      return
    }
    const next = wakes(path, event)
    path = next.path
    if (!next.wakes || isWaking) return
    isWaking = true
    await notices.attempt(() => callApi('changeBench', { body: { changes: wakeChanges(mirror.bench) } }))
    isWaking = false
  }

  // Before the keys go to the levers: the key that puts displays to sleep finds them awake.
  useEventListener(
    window,
    'keydown',
    (event) => void take({ kind: 'key', isDown: true, isRepeat: event.repeat, atMs: event.timeStamp }),
    { capture: true, passive: true },
  )
  useEventListener(
    window,
    'keyup',
    (event) => void take({ kind: 'key', isDown: false, isRepeat: false, atMs: event.timeStamp }),
    { capture: true, passive: true },
  )
  useEventListener(window, ['mousedown', 'wheel'], (event) => void take({ kind: 'button', atMs: event.timeStamp }), {
    capture: true,
    passive: true,
  })
  useEventListener(
    window,
    'pointermove',
    (event) => void take({ kind: 'pointer', x: event.screenX, y: event.screenY, atMs: event.timeStamp }),
    { capture: true, passive: true },
  )
}
