<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import ChoiceField from '~/form/ChoiceField.vue'
import FindingLines from '../FindingLines.vue'
import ProgramChoiceField from './ProgramChoiceField.vue'
import type { StepFormProps } from './stepForm'
import UnsavedField from './UnsavedField.vue'

const { name, findings, issueOf } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'programs.put-away'>>({ required: true })
const ways = [
  { value: 'close', name: 'close' },
  { value: 'hide', name: 'are hidden' },
] as const
</script>

<template>
  <ProgramChoiceField
    :model-value="step.which"
    :name="name"
    :issue-of="issueOf"
    @update:model-value="step = { ...step, which: $event }"
  />
  <div class="two">
    <ChoiceField
      :model-value="step.how"
      label="They"
      :options="ways"
      @update:model-value="step = { ...step, how: $event }"
    />
    <UnsavedField
      v-if="step.how === 'close'"
      :model-value="step.unsaved"
      @update:model-value="step = { ...step, unsaved: $event }"
    />
  </div>
  <FindingLines :findings="findings" />
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 240px minmax(0, 1fr);
  gap: 10px 14px;
  align-items: start;
}
</style>
