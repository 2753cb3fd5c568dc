import { computed, ref, watch } from 'vue'
import { createIndex } from '~~/core/search'
import { entriesOf, readAnswer } from '~~/core/steps'
import { textOfValue } from '~~/core/values'
import type { Value } from '~~/core/values'
import { useMirror } from '~/live/useMirror'
import type { Asked } from './asked'

export interface Choice {
  readonly id: string
  readonly label: string
  readonly detail?: string
}

const MOST_SHOWN = 100
/** A word more or less in a list that one reads at once needs no field to search it. */
const READ_AT_ONCE = 6
const YES_NO: readonly Choice[] = [
  { id: 'yes', label: 'Yes' },
  { id: 'no', label: 'No' },
]

/** An answer while it is given: what was typed, what is found by it, what is marked, and what is wrong with it. */
export function useAnswer(asked: () => Asked | undefined) {
  const mirror = useMirror()
  const text = ref('')
  /** Which of what was found is at hand. */
  const chosen = ref(0)
  const marked = ref<ReadonlySet<string>>(new Set())
  const issue = ref<string>()

  const question = computed(() => asked()?.question)
  const choices = computed<readonly Choice[] | undefined>(() => {
    const now = question.value
    switch (now?.kind) {
      case 'choice':
      case 'pick':
        return now.choices
      case 'yes-no':
        return YES_NO
      case 'file':
        return filesIn(now.folder)
      default:
        return undefined
    }
  })

  function filesIn(folder: string): Choice[] {
    const found = entriesOf(
      { kind: 'files', folder, pattern: '', what: 'files', isDeep: true, order: 'name' },
      asked()!.bench,
      { nowMs: mirror.moment.nowMs, nextId: () => '' },
    )
    const below = folder === '/' ? 1 : folder.length + 1
    if (!found.ok) return []
    return found.value.map((path) => ({ id: String(path), label: String(path).slice(below), detail: String(path) }))
  }

  const index = computed(() =>
    createIndex((choices.value ?? []).map(({ id, label, detail }) => ({ id, name: label, detail: detail ?? '' }))),
  )
  const byId = computed(() => new Map((choices.value ?? []).map((choice) => [choice.id, choice])))
  const hits = computed<readonly Choice[]>(() => {
    if (!choices.value) return []
    if (text.value.trim() === '') return choices.value.slice(0, MOST_SHOWN)
    return index.value.search(text.value, { limit: MOST_SHOWN }).flatMap(({ entry }) => byId.value.get(entry.id) ?? [])
  })
  const takesSeveral = computed(() => question.value?.kind === 'pick' && question.value.several)
  const isShort = computed(() => (choices.value?.length ?? 0) <= READ_AT_ONCE && question.value?.kind !== 'file')
  /** What is taken where nobody answers, in words. */
  const standard = computed(() => {
    const own = question.value?.standard
    if (own === undefined) return undefined
    const ids = Array.isArray(own) ? own : [own]
    return ids.map((id) => (typeof id === 'string' && byId.value.get(id)?.label) || textOfValue(id)).join(', ')
  })

  watch(
    () => asked()?.key,
    () => {
      text.value = ''
      chosen.value = 0
      issue.value = undefined
      marked.value = new Set()
      const own = question.value?.standard
      if (own === undefined) return
      if (question.value!.kind === 'pick' && Array.isArray(own)) marked.value = new Set(own.map(String))
      else if (choices.value === undefined) text.value = textOfValue(own)
      else {
        const place = choices.value.findIndex(({ id }) => id === textOfValue(own))
        chosen.value = Math.max(0, place)
      }
    },
    { immediate: true },
  )
  watch(text, () => {
    chosen.value = 0
    issue.value = undefined
  })

  function send(answer: Value): void {
    const now = asked()
    if (!now) return
    const read = readAnswer(now.question, answer, now.bench)
    if (read.ok) void now.answer(answer)
    else issue.value = read.issues[0]!.message
  }

  /** Takes what is marked, typed or at hand, whatever is asked for. */
  function answer(): void {
    const at = hits.value[chosen.value]
    if (takesSeveral.value) send([...marked.value])
    else if (choices.value === undefined) send(text.value)
    else if (question.value?.kind === 'file' && !at) send(text.value)
    else if (at) send(at.id)
    else issue.value = `Nothing in the list is named like “${text.value}”.`
  }

  function mark(choice: Choice | undefined): void {
    if (!choice) return
    const after = new Set(marked.value)
    if (!after.delete(choice.id)) after.add(choice.id)
    marked.value = after
  }

  function take(choice: Choice, at: number): void {
    chosen.value = at
    if (takesSeveral.value) mark(choice)
    else send(choice.id)
  }

  function go(by: number): void {
    chosen.value = Math.max(0, Math.min(chosen.value + by, hits.value.length - 1))
  }

  return { text, chosen, marked, issue, choices, hits, takesSeveral, isShort, standard, answer, mark, take, go }
}
