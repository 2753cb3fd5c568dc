import { useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'
import { stepSchema } from '~~/core/steps'
import type { Step } from '~~/core/steps'

/** A step that was copied anywhere in the application, to be put into a lever; every tab has it. */
export function useCopiedStep() {
  const text = useLocalStorage('keen-lever.copied-step', '')
  const copied = computed<Step | undefined>(() => {
    try {
      return stepSchema.safeParse(JSON.parse(text.value)).data
    } catch {
      return undefined
    }
  })

  return { copied, copy: (step: Step) => (text.value = JSON.stringify(step)) }
}
