import { computed, onUnmounted, ref, shallowRef, watch } from 'vue'
import type { Clash } from '~~/core/clash'
import { useMirror } from '~/live/useMirror'
import type { SweepMessage } from './clashSweep.worker'
import { useClashIndex } from './useClashIndex'

/** A store of so many levers is analysed at once; a larger one in a worker, so that the page goes on. */
const AT_ONCE = 1500

/** Every clash of the store that matters: of levers that are on, notes left out. */
export function useAllClashes() {
  const mirror = useMirror()
  const clashIndex = useClashIndex()
  const found = shallowRef<readonly Clash[]>([])
  const isWorking = ref(false)
  let worker: Worker | undefined
  /** What the worker knows, and of what. */
  let known: { revision: number; of: readonly unknown[] } | undefined

  function send(message: SweepMessage): void {
    worker ??= new Worker(new URL('./clashSweep.worker.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<Clash[]>) => {
      found.value = data
      isWorking.value = false
    }
    isWorking.value = true
    worker.postMessage(JSON.parse(JSON.stringify(message)))
  }

  function follow(): void {
    if (mirror.levers.length <= AT_ONCE) {
      found.value = clashIndex.now().all()
      return
    }
    const of = [mirror.framesLive, mirror.bench.programs, mirror.keySettings]
    const hasRows = mirror.framesLive.some((frame) => frame.rules?.some((rule) => rule.kind === 'row'))
    const isSame = known?.of.every((part, i) => part === of[i]) && !hasRows
    const delta = isSame ? mirror.leversSince(known!.revision) : undefined
    known = { revision: mirror.leverRevision, of }
    if (delta) return send({ delta })
    const { levers, framesLive: frames, keySettings: keys } = mirror
    send({ all: { levers, frames, programs: mirror.bench.programs, keys } })
  }
  watch(() => [mirror.leverRevision, mirror.framesLive, mirror.bench.programs, mirror.keySettings], follow, {
    immediate: true,
  })
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
