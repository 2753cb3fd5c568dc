<script setup lang="ts">
import { ref, watch } from 'vue'
import SettingRow from './SettingRow.vue'

/** A setting that is a whole number. What does not fit stays in the field and is told there. */
const { label, value, usual, unit, save } = defineProps<{
  label: string
  hint?: string
  value: number
  usual: number
  unit: string
  /** Gives back what is wrong with the number, if anything is. */
  save: (value: number) => Promise<string | undefined>
}>()

const text = ref(String(value))
const issue = ref<string>()

watch(
  () => value,
  (now) => {
    text.value = String(now)
    issue.value = undefined
  },
)

async function commit(): Promise<void> {
  const typed = text.value.replaceAll(/[\s,]/g, '')
  if (typed === String(value)) issue.value = undefined
  else issue.value = /^\d+$/.test(typed) ? await save(Number(typed)) : `A whole number of ${unit}, please.`
}

function restore(): void {
  text.value = String(value)
  issue.value = undefined
}
</script>

<template>
  <SettingRow
    :label="label"
    :hint="hint"
    :usual="`${usual.toLocaleString('en')} ${unit}`"
    :is-usual="value === usual"
    :issue="issue"
    @back="save(usual)"
  >
    <ElInput
      v-model="text"
      :aria-label="label"
      :aria-invalid="issue !== undefined"
      inputmode="numeric"
      @change="commit"
      @keydown.escape.stop="restore"
    >
      <template #suffix>{{ unit }}</template>
    </ElInput>
  </SettingRow>
</template>
