import { computed, onUnmounted, ref, shallowRef, watch } from 'vue'
import { findClashes } from '~~/core/clash'
import type { Clash } from '~~/core/clash'
import { useMirror } from '~/live/useMirror'

/** A store of so many levers is analysed at once; a larger one in a worker, so that the page goes on. */
const AT_ONCE = 1500

/** Every clash of the store that matters: of levers that are on, notes left out. */
export function useAllClashes() {
  const mirror = useMirror()
  const found = shallowRef<readonly Clash[]>([])
  const isWorking = ref(false)
  let worker: Worker | undefined

  const input = computed(() => ({
    levers: mirror.levers,
    frames: mirror.framesLive,
    programs: mirror.bench.programs,
    keys: mirror.keySettings,
  }))
  watch(
    input,
    (now) => {
      worker?.terminate()
      worker = undefined
      isWorking.value = false
      if (now.levers.length <= AT_ONCE) {
        found.value = findClashes(now)
        return
      }
      isWorking.value = true
      worker = new Worker(new URL('./clashSweep.worker.ts', import.meta.url), { type: 'module' })
      worker.onmessage = ({ data }: MessageEvent<Clash[]>) => {
        found.value = data
        isWorking.value = false
      }
      worker.postMessage(JSON.parse(JSON.stringify(now)))
    },
    { immediate: true },
  )
  onUnmounted(() => worker?.terminate())

  const clashes = computed(() => {
    const framesOn = new Set(mirror.framesLive.filter((frame) => frame.on).map((frame) => frame.id))
    return found.value.filter((clash) => {
      const lever = mirror.leverById.get(clash.leverId)
      return clash.severity !== 'note' && lever?.enabled && framesOn.has(lever.frameId)
    })
  })
  return { clashes, isWorking }
}
