<script setup lang="ts">
import { useAttrs } from 'vue'
import FormField from './FormField.vue'
import LateInput from './LateInput.vue'

/** One line of text with its label, and what is wrong with it right below. */
const {
  label,
  hint = undefined,
  issue = undefined,
  placeholder = undefined,
  mono = false,
  late = false,
} = defineProps<{
  label: string
  hint?: string
  issue?: string
  placeholder?: string
  /** Text that a machine reads. */
  mono?: boolean
  /** It counts when the field is left. */
  late?: boolean
}>()
const text = defineModel<string>({ required: true })

defineOptions({ inheritAttrs: false })
const attrs = useAttrs()

function attrsOf(id: string, invalid: boolean) {
  return { ...attrs, id, placeholder, class: { mono }, spellcheck: !mono, 'aria-invalid': invalid }
}
</script>

<template>
  <FormField :label="label" :hint="hint" :issue="issue">
    <template #default="{ fieldId, invalid }">
      <LateInput v-if="late" v-bind="attrsOf(fieldId, invalid)" v-model="text" />
      <ElInput v-else v-bind="attrsOf(fieldId, invalid)" v-model="text" />
      <slot />
    </template>
  </FormField>
</template>
