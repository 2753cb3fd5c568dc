<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { AnswerOf } from '~~/contract'
import type { Lever } from '~~/core/levers'
import { countOf } from '~~/core/names'
import { parseOperators } from '~~/core/savings'
import IssueLine from '~/form/IssueLine.vue'
import { callApi } from '~/live/callApi'
import { useNotices } from '~/live/useNotices'

/** What one lever would be by hand, in operators: as its steps come to, or as somebody knows better. */
const { lever, savings } = defineProps<{
  lever: Lever
  savings: AnswerOf<'readSavings'>['levers'][number]
}>()
const emit = defineEmits<{ saved: [] }>()

const notices = useNotices()
const typed = ref('')
watch(
  () => [lever.id, savings.hand] as const,
  ([, hand]) => (typed.value = hand ?? ''),
  { immediate: true },
)
const issue = computed(() => {
  const read = parseOperators(typed.value)
  return read.ok ? undefined : read.issues[0]!.message
})

async function save(byHand: string | null): Promise<void> {
  if (byHand !== null && issue.value) return
  if (byHand === (lever.byHand ?? null) || byHand === savings.hand) return
  const saved = await notices.attempt(() =>
    callApi('editLever', { id: lever.id, body: { version: lever.version, byHand } }),
  )
  if (saved) emit('saved')
}
</script>

<template>
  <form class="model" :aria-label="`By hand: ${lever.name}`" @submit.prevent="save(typed.trim())">
    <strong>{{ lever.name }}</strong> by hand
    <ElInput
      v-model="typed"
      class="operators"
      aria-label="Operators by hand"
      title="Written otherwise, this holds instead of what the steps come to"
      @change="save(typed.trim())"
      @keydown.escape="typed = savings.hand ?? ''"
    />
    by key: {{ savings.key }}.
    <ElButton v-if="lever.byHand" size="small" @click="save(null)"
      >As its steps come to: {{ savings.derived }}</ElButton
    >
    <IssueLine v-if="issue" :issue="issue" />
    <span v-else class="soft"
      >{{ lever.byHand ? 'Corrected by you' : 'An estimate' }} by the Keystroke-Level Model (Card, Moran, Newell 1980):
      M thinking 1.35 s, P pointing 1.1 s, K a key 0.2 s, H a hand to the keyboard or back 0.4 s, R waiting in seconds;
      as the bench stands now.{{
        savings.unknown ? ` Of ${countOf(savings.unknown, 'step')} it is not known, and counts nothing.` : ''
      }}</span
    >
  </form>
</template>

<style scoped>
.model {
  padding: 8px 16px;
  border-top: 1px solid var(--line);
  font-size: 13px;
}
.operators {
  width: 190px;
  margin: 0 6px;
}
</style>
