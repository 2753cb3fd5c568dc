import { computed, onScopeDispose, ref, watch } from 'vue'
import type { Ref } from 'vue'
import type { Rehearsal } from '~~/core/run'
import type { Step } from '~~/core/steps'
import type { Value } from '~~/core/values'
import type { Asked } from './asked'
import { usePosed } from './usePosed'

interface Subject {
  readonly id?: string
  readonly name: string
  readonly plate: number
  readonly steps: readonly Step[]
}

/**
 * What a rehearsal stops at for want of an answer, to be answered on the board; what it asks next then comes by itself,
 * until that is left for later. Answers are forgotten with the lever.
 */
export function useRehearsedQuestion(
  rehearsal: Ref<Rehearsal | undefined>,
  answers: Ref<Readonly<Record<string, Value>>>,
  subject: () => Subject,
) {
  const { pose, drop } = usePosed()
  const isAnswering = ref(false)
  let posed: Asked | undefined

  const asked = computed<Asked | undefined>(() => {
    const { asks, bench, run } = rehearsal.value ?? {}
    if (asks === undefined || !bench || !run?.question) return undefined
    const { id = 'new', name, plate, steps } = subject()
    return {
      key: `rehearsed ${id} ${asks}`,
      name: name || 'a lever',
      plate,
      steps,
      question: run.question,
      bench,
      wakeAtMs: null,
      isRehearsed: true,
      answer: (answer) => {
        answers.value = { ...answers.value, [asks]: answer }
      },
      leave: () => {
        isAnswering.value = false
      },
    }
  })

  watch([asked, isAnswering], () => {
    drop(posed)
    posed = isAnswering.value ? asked.value : undefined
    if (posed) pose(posed)
  })
  watch(
    () => rehearsal.value?.run.phase === 'ended',
    (isOver) => {
      if (isOver) isAnswering.value = false
    },
  )

  function forget(): void {
    answers.value = {}
    isAnswering.value = false
  }
  watch(() => subject().id, forget)
  onScopeDispose(() => drop(posed))

  return {
    /** The text of what it asks now. */
    question: computed(() => asked.value?.question.text),
    count: computed(() => Object.keys(answers.value).length),
    ask: () => {
      isAnswering.value = true
    },
    /** Takes the question off the board; what was answered stays. */
    leave: () => {
      isAnswering.value = false
    },
    forget,
  }
}
