<script setup lang="ts">
import { useEventListener, useNow } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import { countOf } from '~~/core/names'
import { durationInWords } from '~~/core/steps'
import { useMirror } from '~/live/useMirror'
import { isTyping } from '~/page/isTyping'
import NumberPlate from '~/plates/NumberPlate.vue'
import { useAnswer } from './useAnswer'
import { useAsked } from './usePosed'

/**
 * What a run or a rehearsal asks comes down from the top bar over the full width: choices are found by typing, several
 * can be marked where several are asked for. Escape leaves it for later; the first answer in any tab counts.
 */
const mirror = useMirror()
const now = useNow({ interval: 500 })
const { asked, more } = useAsked()
const { text, chosen, marked, issue, choices, hits, takesSeveral, isShort, standard, answer, mark, take, go } =
  useAnswer(() => asked.value)

const field = ref<HTMLInputElement>()
let cameFrom: HTMLElement | undefined
/** When a letter was typed last anywhere. */
let typedAtMs = 0
const TYPING_MS = 1500

const leftMs = computed(() => {
  const wakeAtMs = asked.value?.wakeAtMs
  if (wakeAtMs === null || wakeAtMs === undefined) return undefined
  return Math.max(0, wakeAtMs - now.value.getTime() - (mirror.bench.clockAheadMs ?? 0))
})

watch(
  () => asked.value?.key,
  (key) => {
    if (key === undefined) giveBack()
    // Whoever is in the middle of typing elsewhere goes on there, and comes with F4.
    else if (!isTyping() || Date.now() - typedAtMs > TYPING_MS) void takeFocus()
  },
  { immediate: true },
)

async function takeFocus(): Promise<void> {
  if (document.activeElement instanceof HTMLElement && !document.activeElement.closest('.question-board'))
    cameFrom = document.activeElement
  await nextTick()
  field.value?.focus()
}

function giveBack(): void {
  cameFrom?.focus()
  cameFrom = undefined
}

function onKey(event: KeyboardEvent): void {
  if (event.key === 'Escape') asked.value?.leave()
  else if (event.key === 'Enter') {
    if (takesSeveral.value && !event.ctrlKey) mark(hits.value[chosen.value])
    else answer()
  } else if (event.key === 'ArrowDown') go(1)
  else if (event.key === 'ArrowUp') go(-1)
  else return
  event.preventDefault()
  event.stopPropagation()
  void nextTick(() => document.getElementById(`answer-${chosen.value}`)?.scrollIntoView({ block: 'nearest' }))
}

useEventListener(window, 'keydown', (event) => {
  if (event.key.length === 1) typedAtMs = Date.now()
  if (event.key !== 'F4' || !asked.value) return
  event.preventDefault()
  void takeFocus()
})
</script>

<template>
  <section
    v-if="asked"
    class="asking-board question-board"
    role="dialog"
    :aria-label="asked.isRehearsed ? `Question in the rehearsal of ${asked.name}` : `Question of ${asked.name}`"
    @keydown="onKey"
  >
    <header>
      <NumberPlate :plate="asked.plate" :steps="asked.steps" />
      <span class="soft who cut">{{ asked.isRehearsed ? `Rehearsal of ${asked.name}` : asked.name }}</span>
      <h2>{{ asked.question.text }}</h2>
      <span v-if="more > 0" class="soft">{{ countOf(more, 'more question') }} after it</span>
      <span v-if="leftMs !== undefined" class="soft"
        >{{ standard === undefined ? 'goes on' : `takes “${standard}”` }} in
        {{ durationInWords(Math.ceil(leftMs / 1000) * 1000) }}</span
      >
      <span v-if="asked.isRehearsed" class="soft">Nothing is done by answering.</span>
      <ElButton v-if="takesSeveral" size="small" type="primary" @click="answer"> Take {{ marked.size }} </ElButton>
      <ElButton v-if="choices === undefined" size="small" type="primary" @click="answer"> Answer </ElButton>
      <ElButton size="small" @click="asked.leave()"> Later </ElButton>
      <ElButton v-if="asked.stop" size="small" @click="asked.stop()"> Stop the run </ElButton>
    </header>
    <div class="field" :class="{ short: isShort && choices !== undefined }">
      <input
        ref="field"
        v-model="text"
        :type="asked.question.kind === 'date' ? 'date' : 'text'"
        :inputmode="asked.question.kind === 'number' ? 'decimal' : undefined"
        :role="choices === undefined ? undefined : 'combobox'"
        :aria-label="choices === undefined ? asked.question.text : `Find: ${asked.question.text}`"
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
        @mousedown.prevent="take(choice, i)"
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
  z-index: 950;
}
header .soft {
  color: inherit;
  opacity: 0.85;
}
.who {
  max-width: 220px;
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
