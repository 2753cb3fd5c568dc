import { computed, ref } from 'vue'
import { useMirror } from '~/live/useMirror'

/** Questions that somebody left for later, by their run and id. */
const left = ref<ReadonlySet<string>>(new Set())

/** The questions of runs: the one that stands on the board, and those that were left for later. */
export function useQuestions() {
  const mirror = useMirror()
  const keyOf = (run: { id: string; question: { id: string } | null }) => `${run.id} ${run.question?.id}`
  const open = computed(() => mirror.openQuestions.filter((run) => run.question !== null))
  const shown = computed(() => open.value.findLast((run) => !left.value.has(keyOf(run))))
  const later = computed(() => open.value.filter((run) => left.value.has(keyOf(run))))

  function leave(run: { id: string; question: { id: string } | null }): void {
    left.value = new Set([...left.value, keyOf(run)])
  }

  function take(run: { id: string; question: { id: string } | null }): void {
    left.value = new Set([...left.value].filter((key) => key !== keyOf(run)))
  }

  return { shown, later, leave, take }
}
