<script setup lang="ts" generic="T extends string">
import ChoiceSelect from './ChoiceSelect.vue'
import FormField from './FormField.vue'

/** One of several, with its label, and what is wrong with it right below. */
const {
  label,
  options,
  hint = undefined,
  issue = undefined,
} = defineProps<{
  label: string
  options: readonly { readonly value: T; readonly name: string }[]
  hint?: string
  issue?: string
}>()
const value = defineModel<T>({ required: true })
defineOptions({ inheritAttrs: false })
</script>

<template>
  <FormField :label="label" :hint="hint" :issue="issue">
    <template #default="{ fieldId }">
      <ChoiceSelect :id="fieldId" v-bind="$attrs" v-model="value" :label="label" :options="options" />
    </template>
  </FormField>
</template>
