<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import type { StepFormProps } from './stepForm'

const { name } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'wait'>>({ required: true })
</script>

<template>
  <label class="first-line wait"
    ><ElInputNumber
      :model-value="step.ms / 1000"
      :min="0"
      :max="86400"
      :step="0.1"
      :aria-label="`Seconds of ${name}`"
      @update:model-value="step = { ...step, ms: Math.round(($event ?? 0) * 1000) }"
    />
    seconds</label
  >
</template>

<style scoped>
.wait {
  display: flex;
  align-items: center;
  gap: 8px;
}
</style>
