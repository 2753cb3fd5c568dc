<script setup lang="ts">
import { UNSAVED_POLICIES, unsavedWords } from '~~/core/steps'
import type { UnsavedPolicy } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import FormField from '~/form/FormField.vue'

/** What happens to unsaved work when a program is closed. */
const policy = defineModel<UnsavedPolicy>({ required: true })
const options = UNSAVED_POLICIES.map((value) => ({ value, name: unsavedWords[value] }))
</script>

<template>
  <FormField label="Unsaved work">
    <template #default="{ fieldId }">
      <ChoiceSelect :id="fieldId" v-model="policy" label="What happens to unsaved work" :options="options" />
    </template>
  </FormField>
</template>
