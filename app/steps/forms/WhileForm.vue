<script setup lang="ts">
import { MOST_ROUNDS } from '~~/core/steps'
import type { StepOf } from '~~/core/steps'
import ConditionFields from '~/conditions/ConditionFields.vue'
import FormField from '~/form/FormField.vue'
import FindingLines from '../FindingLines.vue'
import type { StepFormProps } from './stepForm'

const { issueOf, findings } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'while'>>({ required: true })
</script>

<template>
  <ConditionFields
    :model-value="step.condition"
    label="As long as"
    @update:model-value="step = { ...step, condition: $event }"
  />
  <FormField label="At most" hint="times" :issue="issueOf('atMost')">
    <template #default="{ fieldId }">
      <ElInputNumber
        :id="fieldId"
        :min="1"
        :max="MOST_ROUNDS"
        :model-value="step.atMost"
        @update:model-value="step = { ...step, atMost: $event ?? 1 }"
      />
    </template>
  </FormField>
  <FindingLines :findings="findings" />
</template>
