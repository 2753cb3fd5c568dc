import { defineStore } from 'pinia'
import { ref } from 'vue'

/**
 * Whoever asks for a program may let the user point at one of its windows, on the bench strip or on the bench itself.
 */
export const usePointing = defineStore('pointing', () => {
  const isPointing = ref(false)
  let take: ((programId: string) => void) | undefined

  function start(taken: (programId: string) => void): void {
    isPointing.value = true
    take = taken
  }

  function stop(): void {
    isPointing.value = false
    take = undefined
  }

  function point(programId: string): void {
    take?.(programId)
    stop()
  }

  return { isPointing, start, stop, point }
})
