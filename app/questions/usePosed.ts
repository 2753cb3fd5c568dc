import { computed, shallowRef } from 'vue'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import type { Asked } from './asked'
import { useQuestions } from './useQuestions'

/** What a rehearsal asks, where somebody wants to answer it. */
const posed = shallowRef<Asked>()

export function usePosed() {
  return {
    pose: (asked: Asked) => (posed.value = asked),
    /** Takes it off the board, unless another was put there. */
    drop: (asked: Asked | undefined) => {
      if (asked !== undefined && posed.value === asked) posed.value = undefined
    },
  }
}

/** The question that stands on the board: that of a run goes before that of a rehearsal. */
export function useAsked() {
  const mirror = useMirror()
  const notices = useNotices()
  const questions = useQuestions()
  const run = computed(() => questions.shown.value)
  const asked = computed<Asked | undefined>(() => {
    const asking = run.value
    if (!asking?.question) return posed.value
    const { id, question } = asking
    return {
      key: `${id} ${question.id}`,
      name: asking.leverName,
      plate: asking.plate,
      steps: mirror.leverById.get(asking.leverId)?.steps ?? [],
      question,
      bench: mirror.bench,
      wakeAtMs: asking.wakeAtMs,
      isRehearsed: false,
      answer: (answer) =>
        notices.attempt(() => callApi('answerRun', { id, body: { answer, questionId: question.id } })),
      leave: () => questions.leave(asking),
      stop: () => void notices.attempt(() => callApi('stopRun', { id })),
    }
  })
  /** How many others ask at the same time. */
  const more = computed(() => {
    const others = mirror.openQuestions.length - questions.later.value.length
    return Math.max(0, run.value ? others - 1 + (posed.value ? 1 : 0) : others)
  })
  return { asked, more }
}
