<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import FindingLines from '../FindingLines.vue'
import ProgramChoiceField from './ProgramChoiceField.vue'
import type { StepFormProps } from './stepForm'

const { name, findings, issueOf } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'programs.show'>>({ required: true })
</script>

<template>
  <ProgramChoiceField
    :model-value="step.which"
    :name="name"
    :issue-of="issueOf"
    @update:model-value="step = { ...step, which: $event }"
  />
  <FindingLines :findings="findings" />
</template>
