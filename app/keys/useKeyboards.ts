import { computed } from 'vue'
import { useMirror } from '~/live/useMirror'

/** The keyboards and pads of the bench. */
export function useKeyboards() {
  const mirror = useMirror()
  return computed(() => Object.values(mirror.bench.devices).filter(({ kind }) => kind === 'keyboard'))
}
