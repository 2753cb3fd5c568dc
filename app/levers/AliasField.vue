<script setup lang="ts">
import { ref } from 'vue'
import FormField from '~/form/FormField.vue'

const { issue = undefined } = defineProps<{ issue?: string }>()
const aliases = defineModel<string[]>({ required: true })

const text = ref(aliases.value.join(', '))

function split(value: string): void {
  text.value = value
  aliases.value = value
    .split(',')
    .map((alias) => alias.trim())
    .filter(Boolean)
}
</script>

<template>
  <FormField label="Aliases" hint="short words for the launcher, with commas between" :issue="issue">
    <template #default="{ fieldId, invalid }">
      <ElInput
        :id="fieldId"
        :model-value="text"
        :aria-invalid="invalid"
        placeholder="chart, sky"
        @update:model-value="split"
      />
    </template>
  </FormField>
</template>
