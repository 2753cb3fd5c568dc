<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import FindingLines from '../FindingLines.vue'
import type { StepFormProps } from './stepForm'
import UnsavedField from './UnsavedField.vue'
import WindowChoiceField from './WindowChoiceField.vue'

const { name, findings, issueOf, values } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'windows.close'>>({ required: true })
</script>

<template>
  <WindowChoiceField
    :model-value="step.which"
    :name="name"
    :issue-of="issueOf"
    :values="values"
    @update:model-value="step = { ...step, which: $event }"
  />
  <UnsavedField :model-value="step.unsaved" @update:model-value="step = { ...step, unsaved: $event }" />
  <FindingLines :findings="findings" />
</template>
