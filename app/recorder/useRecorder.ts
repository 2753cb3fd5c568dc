import { useEventListener, useSessionStorage } from '@vueuse/core'
import { useRouter } from 'vue-router'
import type { RecorderPhase } from '~~/core/recorder'
import { useLiveKeys } from '~/keys/useLiveKeys'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'

/** The sheet that a recording goes into: the view with its editor, and the row below which it is put. */
interface RecordingGoal {
  readonly path: string
  readonly rowKey?: string
}

/** Where what is being recorded goes; kept by the tab until it is there. */
export const useRecordingGoal = () => useSessionStorage<RecordingGoal>('keen-lever.recording-goal', { path: '' })

/** Records what is done by hand on the bench, in whatever view. */
export function useRecorder() {
  const mirror = useMirror()
  const notices = useNotices()
  const liveKeys = useLiveKeys()
  const router = useRouter()

  const goal = useRecordingGoal()

  async function turn(to: RecorderPhase, goesOn?: 'goes-on'): Promise<void> {
    // A recording that begins goes nowhere but where whoever begins it says.
    if (to === 'on' && mirror.recorder.phase === 'off') goal.value = { path: '' }
    // What was typed just before belongs to what is recorded.
    await liveKeys.arrived
    const turned = await notices.attempt(() =>
      callApi('turnRecorder', { body: { to, ...(goesOn ? { goesOn: true } : {}) } }),
    )
    if (!turned) return
    mirror.recorder = turned
    if (turned.phase === 'off') await router.push(goal.value.path === '' ? '/recording' : goal.value.path)
  }

  return {
    turn,
    toggle: () => turn(mirror.recorder.phase === 'off' ? 'on' : 'off'),
    pause: () => turn(mirror.recorder.phase === 'on' ? 'paused' : 'on'),
  }
}

/** Ctrl+F8 begins and ends a recording from anywhere, Ctrl+Shift+F8 pauses it; neither is ever in one. */
export function useRecorderKeys(): void {
  const mirror = useMirror()
  const recorder = useRecorder()
  const isOurs = ({ code, ctrlKey, altKey, metaKey }: KeyboardEvent) => code === 'F8' && ctrlKey && !altKey && !metaKey

  for (const type of ['keydown', 'keyup'] as const)
    useEventListener(
      window,
      type,
      (event) => {
        if (!isOurs(event)) return
        event.preventDefault()
        event.stopImmediatePropagation()
        if (event.type === 'keyup' || event.repeat) return
        if (!event.shiftKey) void recorder.toggle()
        else if (mirror.recorder.phase !== 'off') void recorder.pause()
      },
      { capture: true },
    )
}
