<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import type { StepFormProps } from './stepForm'

const { name } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'note'>>({ required: true })
</script>

<template>
  <ElInput
    type="textarea"
    :autosize="{ minRows: 2, maxRows: 10 }"
    :model-value="step.text"
    :aria-label="`Text of ${name}`"
    @update:model-value="step = { ...step, text: $event }"
  />
</template>
