import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { BenchWindow } from '~~/core/bench'

/** What can be pointed at: a window for its program or for what it shows, a lamp for its device, a frame. */
export type PointedKind = 'program' | 'place' | 'device' | 'frame'

/** Whoever asks for a thing may let the user point at it, on the bench strip or on the bench itself. */
export const usePointing = defineStore('pointing', () => {
  const wanted = ref<PointedKind>()
  let take: ((id: string) => void) | undefined

  function start(taken: (id: string) => void, kind: PointedKind = 'program'): void {
    wanted.value = kind
    take = taken
  }

  function stop(): void {
    wanted.value = undefined
    take = undefined
  }

  function point(id: string): void {
    take?.(id)
    stop()
  }

  /** What a window is pointed at for; undefined where it has nothing of that. */
  function meant({ programId, content }: BenchWindow): string | undefined {
    if (wanted.value === 'program') return programId
    if (wanted.value === 'place') return content.active ?? content.documents.at(-1)?.path
    return undefined
  }

  return { wanted, start, stop, point, meant }
})
