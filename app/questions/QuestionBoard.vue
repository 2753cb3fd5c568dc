<script setup lang="ts">
import { useEventListener, useNow } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import type { RunSummary } from '~~/contract'
import { countOf } from '~~/core/names'
import { createIndex } from '~~/core/search'
import { durationInWords, entriesOf, readAnswer } from '~~/core/steps'
import type { Question } from '~~/core/steps'
import { textOfValue } from '~~/core/values'
import type { Value } from '~~/core/values'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { isTyping } from '~/page/isTyping'
import NumberPlate from '~/plates/NumberPlate.vue'
import { useQuestions } from './useQuestions'

/**
 * What a run asks comes down from the top bar over the full width: choices are found by typing, several can be marked
 * where several are asked for. Escape leaves it for later; the first answer in any tab counts.
 */
const mirror = useMirror()
const notices = useNotices()
const questions = useQuestions()
const now = useNow({ interval: 500 })

const run = computed<RunSummary | undefined>(() => questions.shown.value)
/** How many others ask at the same time. */
const more = computed(() => mirror.openQuestions.length - questions.later.value.length - 1)
const question = computed<Question | null>(() => run.value?.question ?? null)
const field = ref<HTMLInputElement>()
const text = ref('')
const chosen = ref(0)
const marked = ref<ReadonlySet<string>>(new Set())
const issue = ref<string>()
let cameFrom: HTMLElement | undefined
/** When a letter was typed last anywhere. */
let typedAtMs = 0
const TYPING_MS = 1500

interface Choice {
  readonly id: string
  readonly label: string
  readonly detail?: string
}

const MOST_SHOWN = 100
const YES_NO: readonly Choice[] = [
  { id: 'yes', label: 'Yes' },
  { id: 'no', label: 'No' },
]

const choices = computed<readonly Choice[] | undefined>(() => {
  const asked = question.value
  switch (asked?.kind) {
    case 'choice':
    case 'pick':
      return asked.choices
    case 'yes-no':
      return YES_NO
    case 'file': {
      const found = entriesOf(
        { kind: 'files', folder: asked.folder, pattern: '', what: 'files', isDeep: true, order: 'name' },
        mirror.bench,
        { nowMs: mirror.moment.nowMs, nextId: () => '' },
      )
      const below = asked.folder === '/' ? 1 : asked.folder.length + 1
      return found.ok
        ? found.value.map((path) => ({ id: String(path), label: String(path).slice(below), detail: String(path) }))
        : []
    }
    default:
      return undefined
  }
})
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
/** A word more or less in a list that one reads at once needs no field to search it. */
const isShort = computed(() => (choices.value?.length ?? 0) <= 6 && question.value?.kind !== 'file')
const leftMs = computed(() => {
  const wakeAtMs = run.value?.wakeAtMs
  if (wakeAtMs === null || wakeAtMs === undefined) return undefined
  return Math.max(0, wakeAtMs - now.value.getTime() - (mirror.bench.clockAheadMs ?? 0))
})
const standard = computed(() => standardOf(question.value))

function standardOf(asked: Question | null): string | undefined {
  if (!asked || asked.standard === undefined) return undefined
  const ids = Array.isArray(asked.standard) ? asked.standard : [asked.standard]
  return ids.map((id) => (typeof id === 'string' && byId.value.get(id)?.label) || textOfValue(id)).join(', ')
}

watch(
  () => (run.value ? `${run.value.id} ${question.value?.id}` : undefined),
  (key) => {
    text.value = ''
    chosen.value = 0
    issue.value = undefined
    marked.value = new Set()
    const asked = question.value
    if (asked && asked.standard !== undefined) {
      if (asked.kind === 'pick' && Array.isArray(asked.standard)) marked.value = new Set(asked.standard.map(String))
      else if (choices.value === undefined) text.value = textOfValue(asked.standard)
      else
        chosen.value = Math.max(
          0,
          choices.value.findIndex(({ id }) => id === textOfValue(asked.standard!)),
        )
    }
    if (key === undefined) return giveBack()
    // Whoever is in the middle of typing elsewhere goes on there, and comes with F4.
    if (!isTyping() || Date.now() - typedAtMs > TYPING_MS) void take()
  },
  { immediate: true },
)
watch(text, () => {
  chosen.value = 0
  issue.value = undefined
})

async function take(): Promise<void> {
  if (document.activeElement instanceof HTMLElement && !document.activeElement.closest('.question-board'))
    cameFrom = document.activeElement
  await nextTick()
  field.value?.focus()
}

function giveBack(): void {
  cameFrom?.focus()
  cameFrom = undefined
}

async function send(answer: Value): Promise<void> {
  const asked = question.value
  if (!run.value || !asked) return
  const read = readAnswer(asked, answer, mirror.bench)
  if (!read.ok) {
    issue.value = read.issues[0]!.message
    return
  }
  const { id } = run.value
  await notices.attempt(() => callApi('answerRun', { id, body: { answer, questionId: asked.id } }))
}

function answer(): void {
  const at = hits.value[chosen.value]
  if (takesSeveral.value) void send([...marked.value])
  else if (choices.value === undefined) void send(text.value)
  else if (question.value?.kind === 'file' && !at) void send(text.value)
  else if (at) void send(at.id)
  else issue.value = `Nothing in the list is named like “${text.value}”.`
}

function mark(choice: Choice | undefined): void {
  if (!choice) return
  const after = new Set(marked.value)
  if (!after.delete(choice.id)) after.add(choice.id)
  marked.value = after
}

function pickAt(choice: Choice, at: number): void {
  chosen.value = at
  if (takesSeveral.value) mark(choice)
  else void send(choice.id)
}

function onKey(event: KeyboardEvent): void {
  if (event.key === 'Escape') {
    if (run.value) questions.leave(run.value)
  } else if (event.key === 'Enter') {
    if (takesSeveral.value && !event.ctrlKey) mark(hits.value[chosen.value])
    else answer()
  } else if (event.key === 'ArrowDown') chosen.value = Math.min(chosen.value + 1, hits.value.length - 1)
  else if (event.key === 'ArrowUp') chosen.value = Math.max(chosen.value - 1, 0)
  else return
  event.preventDefault()
  event.stopPropagation()
  void nextTick(() => document.getElementById(`answer-${chosen.value}`)?.scrollIntoView({ block: 'nearest' }))
}

useEventListener(window, 'keydown', (event) => {
  if (event.key.length === 1) typedAtMs = Date.now()
  if (event.key !== 'F4' || !run.value) return
  event.preventDefault()
  void take()
})
</script>

<template>
  <section
    v-if="run && question"
    class="question-board"
    role="dialog"
    :aria-label="`Question of ${run.leverName}`"
    @keydown="onKey"
  >
    <header>
      <NumberPlate :plate="run.plate" :steps="mirror.leverById.get(run.leverId)?.steps ?? []" />
      <span class="soft who cut">{{ run.leverName }}</span>
      <h2>{{ question.text }}</h2>
      <span v-if="more > 0" class="soft">{{ countOf(more, 'more question') }} after it</span>
      <span v-if="leftMs !== undefined" class="soft"
        >{{ standard === undefined ? 'goes on' : `takes “${standard}”` }} in
        {{ durationInWords(Math.ceil(leftMs / 1000) * 1000) }}</span
      >
      <ElButton v-if="takesSeveral" size="small" type="primary" @click="send([...marked])">
        Take {{ marked.size }}
      </ElButton>
      <ElButton v-if="choices === undefined" size="small" type="primary" @click="answer"> Answer </ElButton>
      <ElButton size="small" @click="questions.leave(run)"> Later </ElButton>
      <ElButton size="small" @click="notices.attempt(() => callApi('stopRun', { id: run!.id }))">
        Stop the run
      </ElButton>
    </header>
    <div class="field" :class="{ short: isShort && choices !== undefined }">
      <input
        ref="field"
        v-model="text"
        :type="question.kind === 'date' ? 'date' : 'text'"
        :inputmode="question.kind === 'number' ? 'decimal' : undefined"
        :role="choices === undefined ? undefined : 'combobox'"
        :aria-label="choices === undefined ? question.text : `Find: ${question.text}`"
        :aria-controls="choices === undefined ? undefined : 'answers'"
        :aria-expanded="choices === undefined ? undefined : true"
        :aria-activedescendant="choices !== undefined && hits.length > 0 ? `answer-${chosen}` : undefined"
        :aria-invalid="issue !== undefined"
        :placeholder="choices === undefined ? 'Your answer' : 'Type to find'"
        autocomplete="off"
        spellcheck="false"
      />
    </div>
    <p v-if="issue" class="fault" role="alert">{{ issue }}</p>
    <ul
      v-if="choices !== undefined"
      id="answers"
      role="listbox"
      :aria-multiselectable="takesSeveral"
      aria-label="Answers"
    >
      <li
        v-for="(choice, i) in hits"
        :id="`answer-${i}`"
        :key="choice.id"
        role="option"
        :aria-selected="takesSeveral ? marked.has(choice.id) : i === chosen"
        :class="{ at: i === chosen }"
        @mousedown.prevent="pickAt(choice, i)"
        @mousemove="chosen = i"
      >
        <span v-if="takesSeveral" class="mark">{{ marked.has(choice.id) ? '✓' : '' }}</span>
        <span class="cut">{{ choice.label }}</span>
        <span class="soft cut">{{ choice.detail ?? '' }}</span>
      </li>
    </ul>
    <p v-if="choices !== undefined && hits.length === 0" class="soft none">Nothing is named like “{{ text }}”.</p>
    <p v-if="takesSeveral" class="soft none">Enter marks, Ctrl+Enter takes what is marked.</p>
  </section>
</template>

<style scoped>
.question-board {
  position: absolute;
  inset: 0 0 auto;
  z-index: 950;
  background: var(--surface);
  border-bottom: 2px solid var(--ink);
}
header {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 42px;
  padding: 4px 16px;
  background: var(--ink);
  color: var(--ground);
}
header .soft {
  color: inherit;
  opacity: 0.85;
}
.who {
  max-width: 220px;
}
h2 {
  flex: 1;
  min-width: 0;
}
header .el-button {
  margin: 0;
}
.field {
  padding: 6px 16px;
  border-bottom: 1px solid var(--line);
}
.field.short {
  position: absolute;
  opacity: 0;
  pointer-events: none;
}
input {
  width: 100%;
  height: 30px;
  padding: 0 8px;
  border: 1px solid var(--line-strong);
  border-radius: var(--radius);
  background: var(--surface);
  color: var(--ink);
  font: inherit;
}
ul {
  max-height: min(374px, 50vh);
  overflow: auto;
}
li {
  display: flex;
  align-items: center;
  gap: 16px;
  height: 34px;
  padding: 0 16px;
  border-bottom: 1px solid var(--line);
  cursor: default;
}
.question-board li.at {
  background: var(--press-soft);
  box-shadow: 3px 0 0 var(--press) inset;
}
.question-board:focus-within li.at {
  box-shadow:
    3px 0 0 var(--press) inset,
    0 0 0 1px var(--live) inset;
}
.mark {
  width: 14px;
  height: 18px;
  border: 1px solid var(--line-strong);
  font-size: 12px;
  line-height: 16px;
  text-align: center;
}
.none {
  padding: 6px 16px;
}
.fault {
  padding: 6px 16px 0;
}
</style>
