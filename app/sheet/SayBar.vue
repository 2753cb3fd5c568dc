<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { countOf } from '~~/core/names'
import { rowsOf, sentenceOfRow, withNewIds } from '~~/core/sheets'
import { plainSentence } from '~~/core/steps'
import type { Step } from '~~/core/steps'
import { LONGEST_WORDS } from '~~/core/words'
import { useKept } from '~/live/useKept'
import { useMirror } from '~/live/useMirror'
import SaidWords from './SaidWords.vue'
import type { Sheet } from './useSheet'
import { useWords } from './useWords'

/** What a sheet shall do, said in sentences: the steps they mean are shown as they are written, and put in when taken. */
const { sheet, steps, leverId } = defineProps<{ sheet: Sheet; steps: Step[]; leverId: string | undefined }>()
const emit = defineEmits<{ leave: [] }>()

const mirror = useMirror()
const { kept: said, restart } = useKept(`said.${leverId ?? 'new'}`, { text: '' })
/** The sheet as it was read out; what is said then goes in its place. */
const readOutOf = ref<Step[]>()
const { reading, read, readOut } = useWords()
const field = ref<{ focus: () => void; $el: HTMLElement }>()

watch(
  () => [said.value.text, readOutOf.value, mirror.leverRevision, mirror.bench.programs, mirror.bench.devices] as const,
  ([text]) => read(text, readOutOf.value ?? steps),
  { immediate: true },
)

const meant = computed(() => (said.value.text.trim() === '' ? undefined : reading.value))
const rows = computed(() => rowsOf(meant.value?.steps ?? []))
const doubts = computed(
  () => (meant.value?.uses ?? []).filter(({ kind, doubt }) => kind === 'unused' || doubt !== undefined).length,
)

/** Something else is meant by some words: they are written so that they say just that. */
async function choose(from: number, to: number, text: string): Promise<void> {
  said.value = { text: said.value.text.slice(0, from) + text + said.value.text.slice(to) }
  await nextTick()
  field.value?.focus()
}

async function takeSheet(): Promise<void> {
  const whole = [...steps]
  said.value = { text: await readOut(whole) }
  readOutOf.value = whole
  field.value?.focus()
}

function put(): void {
  const taken = (meant.value?.steps ?? []).map((step) => withNewIds(step, sheet.nextId))
  if (taken.length === 0) return
  if (readOutOf.value) sheet.replaceAll(taken)
  else sheet.insert(taken, sheet.spotAfter(sheet.at.value))
  clear()
  emit('leave')
}

function clear(): void {
  restart({ text: '' })
  readOutOf.value = undefined
}

function onKey(event: Event | KeyboardEvent): void {
  if (!(event instanceof KeyboardEvent)) return
  if (event.key === 'Enter' && event.ctrlKey) put()
  else if (event.key === 'Escape') emit('leave')
  else return
  event.preventDefault()
  event.stopPropagation()
}

defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <section class="say" aria-label="Say what it shall do">
    <div class="line">
      <ElInput
        ref="field"
        v-model="said.text"
        type="textarea"
        :autosize="{ minRows: 1, maxRows: 8 }"
        :maxlength="LONGEST_WORDS"
        aria-label="Say what it shall do"
        placeholder="Say what it shall do: close Cairn Web, then wait two minutes"
        @keydown="onKey"
      />
      <ElButton v-if="said.text === ''" size="small" :disabled="steps.length === 0" @click="takeSheet">
        Read it out
      </ElButton>
    </div>
    <template v-if="meant">
      <SaidWords :text="said.text" :uses="meant.uses" @choose="choose" />
      <ol v-if="rows.length > 0" class="meant" aria-label="The steps it means">
        <li v-for="row in rows" :key="row.key" :style="{ paddingLeft: `${row.depth * 18}px` }">
          <span class="number">{{ row.kind === 'step' ? row.number : '' }}</span>
          {{ plainSentence(sentenceOfRow(row, mirror.names)) }}
        </li>
      </ol>
      <div class="acts">
        <ElButton size="small" type="primary" :disabled="rows.length === 0" title="Ctrl+Enter" @click="put">
          {{ readOutOf ? 'Put it in place of the sheet' : `Put in ${countOf(meant.steps.length, 'step')}` }}
        </ElButton>
        <ElButton size="small" @click="clear"> Clear </ElButton>
        <span class="soft" role="status">{{
          doubts === 0
            ? 'Every word was used.'
            : `${countOf(doubts, 'place is', 'places are')} in doubt, marked with a question mark.`
        }}</span>
      </div>
    </template>
  </section>
</template>

<style scoped>
.say {
  display: grid;
  gap: 6px;
}
.line,
.acts {
  display: flex;
  align-items: center;
  gap: 6px;
}
.meant {
  margin: 0;
  padding: 0;
  list-style: none;
  max-height: 220px;
  overflow: auto;
  border: 1px solid var(--line);
  background: var(--surface);
}
.meant li {
  display: flex;
  min-height: 26px;
  align-items: center;
  border-bottom: 1px solid var(--line);
}
.meant li:last-child {
  border-bottom: 0;
}
.number {
  width: 34px;
  flex: none;
  text-align: right;
  padding-right: 10px;
  color: var(--ink-soft);
}
.soft {
  color: var(--ink-soft);
}
</style>
