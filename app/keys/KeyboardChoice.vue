<script setup lang="ts">
import { computed } from 'vue'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { useKeyboards } from './useKeyboards'

/** From which keyboard or pad of the bench something counts; shown where there is more than one, or one was chosen. */
const { label } = defineProps<{ label: string }>()
const keyboard = defineModel<string | undefined>({ required: true })

const keyboards = useKeyboards()
const options = computed(() => {
  const known = keyboards.value.map(({ id, name }) => ({ value: id, name }))
  const isGone = keyboard.value !== undefined && !known.some(({ value }) => value === keyboard.value)
  return [
    { value: '', name: 'any keyboard' },
    ...known,
    ...(isGone ? [{ value: keyboard.value!, name: `${keyboard.value} (gone)` }] : []),
  ]
})
</script>

<template>
  <label v-if="keyboards.length > 1 || keyboard !== undefined" class="from"
    >from
    <ChoiceSelect
      size="small"
      class="keyboard"
      :model-value="keyboard ?? ''"
      :empty-values="[null, undefined]"
      :label="label"
      :options="options"
      @update:model-value="keyboard = $event || undefined"
  /></label>
</template>

<style scoped>
.from {
  display: flex;
  align-items: center;
  gap: 6px;
}
.from .keyboard {
  width: 128px;
}
</style>
