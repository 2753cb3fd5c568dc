import { ref, watch } from 'vue'
import { useMirror } from '~/live/useMirror'

/** Choosing a device by plugging it in: while it waits, the next device that comes is taken. */
export function usePlugIn(take: (deviceId: string) => void) {
  const mirror = useMirror()
  const isWaiting = ref(false)

  watch(
    () => mirror.bench.devices,
    (now, before) => {
      if (!isWaiting.value) return
      const come = Object.values(now).find((device) => device.plugged !== false && before[device.id]?.plugged === false)
      if (!come) return
      isWaiting.value = false
      take(come.id)
    },
  )

  return { isWaiting, toggle: () => (isWaiting.value = !isWaiting.value) }
}
