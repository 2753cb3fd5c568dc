<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import ChoiceField from '~/form/ChoiceField.vue'
import FindingLines from '../FindingLines.vue'
import ProgramLine from './ProgramLine.vue'
import type { StepFormProps } from './stepForm'

const { name, findings, issueOf } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'program.uninstall'>>({ required: true })
const ways = [
  { value: 'ask', name: 'asks' },
  { value: 'save', name: 'is saved' },
  { value: 'discard', name: 'is discarded' },
] as const
</script>

<template>
  <ProgramLine
    :model-value="step.programId"
    :name="name"
    :issue="issueOf('programId')"
    @update:model-value="step = { ...step, programId: $event }"
  />
  <FindingLines :findings="findings" />
  <ChoiceField
    :model-value="step.unsaved"
    label="Unsaved work"
    :options="ways"
    @update:model-value="step = { ...step, unsaved: $event }"
  />
</template>
