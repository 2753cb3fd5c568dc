<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import ConditionFields from '~/conditions/ConditionFields.vue'
import { freshCondition } from '~/conditions/conditionKinds'
import AddButton from '~/form/AddButton.vue'
import IssueLine from '~/form/IssueLine.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import { useMirror } from '~/live/useMirror'
import FindingLines from '../FindingLines.vue'
import OtherwiseSwitch from './OtherwiseSwitch.vue'
import type { StepFormProps } from './stepForm'

const { issueOf, findings } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'if'>>({ required: true })

const mirror = useMirror()

function set(part: Partial<StepOf<'if'>>): void {
  step.value = { ...step.value, ...part }
}

function add(): void {
  const condition = freshCondition('program-runs', mirror.bench)
  set({ branches: [...step.value.branches, { condition, steps: [] }] })
}
</script>

<template>
  <div v-for="(branch, i) in step.branches" :key="i" class="case">
    <ConditionFields
      :model-value="branch.condition"
      :label="i === 0 ? 'If' : 'Else, if'"
      @update:model-value="set({ branches: step.branches.with(i, { ...branch, condition: $event }) })"
    />
    <RemoveButton
      v-if="step.branches.length > 1"
      :label="`Remove case ${i + 1} with its steps`"
      @click="set({ branches: step.branches.toSpliced(i, 1) })"
    />
  </div>
  <IssueLine :issue="issueOf('branches')" />
  <div class="line">
    <AddButton @click="add"> Case </AddButton>
    <OtherwiseSwitch :model-value="step.otherwise" @update:model-value="set({ otherwise: $event })" />
  </div>
  <FindingLines :findings="findings" />
</template>

<style scoped>
.case {
  display: flex;
  gap: 8px;
  align-items: start;
}
.case > :first-child {
  flex: 1;
  min-width: 0;
}
.line {
  display: flex;
  gap: 16px;
  align-items: center;
}
</style>
