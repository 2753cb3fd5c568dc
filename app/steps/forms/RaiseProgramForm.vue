<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import FindingLines from '../FindingLines.vue'
import ProgramLine from './ProgramLine.vue'
import type { StepFormProps } from './stepForm'

const { name, findings, issueOf } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'program.raise'>>({ required: true })
</script>

<template>
  <ProgramLine
    :model-value="step.programId"
    :name="name"
    :issue="issueOf('programId')"
    @update:model-value="step = { ...step, programId: $event }"
  />
  <FindingLines :findings="findings" />
</template>
