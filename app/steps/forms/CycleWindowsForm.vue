<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import type { StepFormProps } from './stepForm'

const { name } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'window.cycle'>>({ required: true })
const ways = [
  { value: 'next', name: 'the next window' },
  { value: 'previous', name: 'the previous window' },
] as const
const ranges = [
  { value: 'all', name: 'of all on the desktop' },
  { value: 'program', name: 'of the program in front' },
] as const
</script>

<template>
  <div class="first-line two">
    <ChoiceSelect
      :model-value="step.way"
      :label="`Which window of ${name}`"
      :options="ways"
      @update:model-value="step = { ...step, way: $event }"
    />
    <ChoiceSelect
      :model-value="step.within ?? 'all'"
      :label="`Among which windows of ${name}`"
      :options="ranges"
      @update:model-value="step = { ...step, within: $event === 'all' ? undefined : $event }"
    />
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 210px minmax(0, 1fr);
  gap: 8px;
}
</style>
