<script setup lang="ts" generic="T extends string">
import { computed } from 'vue'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import SettingRow from './SettingRow.vue'

/** A setting that is one of a few. */
const { label, value, usual, options } = defineProps<{
  label: string
  hint?: string
  value: T
  usual: T
  options: readonly { readonly value: T; readonly name: string }[]
}>()
defineEmits<{ choose: [value: T] }>()

const usualName = computed(() => options.find((option) => option.value === usual)?.name ?? usual)
</script>

<template>
  <SettingRow :label="label" :hint="hint" :usual="usualName" :is-usual="value === usual" @back="$emit('choose', usual)">
    <ChoiceSelect
      :model-value="value"
      :label="label"
      :options="options"
      @update:model-value="$emit('choose', $event as T)"
    />
  </SettingRow>
</template>
