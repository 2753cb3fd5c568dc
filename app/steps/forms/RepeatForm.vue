<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import TextField from '~/form/TextField.vue'
import FindingLines from '../FindingLines.vue'
import type { StepFormProps } from './stepForm'

const { issueOf, findings } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'repeat'>>({ required: true })
</script>

<template>
  <TextField
    :model-value="step.times"
    label="Times"
    hint="a number, or a value such as ${count}"
    mono
    :issue="issueOf('times')"
    @update:model-value="step = { ...step, times: $event }"
  />
  <FindingLines :findings="findings" />
</template>
