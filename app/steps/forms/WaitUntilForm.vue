<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import ConditionFields from '~/conditions/ConditionFields.vue'
import ChoiceField from '~/form/ChoiceField.vue'
import FormField from '~/form/FormField.vue'
import FindingLines from '../FindingLines.vue'
import type { StepFormProps } from './stepForm'

const { name, findings, issueOf } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'wait.until'>>({ required: true })
const endings = [
  { value: 'fail', name: 'the step fails' },
  { value: 'go-on', name: 'it goes on all the same' },
] as const
</script>

<template>
  <ConditionFields
    :model-value="step.condition"
    :label="`What ${name} waits for`"
    @update:model-value="step = { ...step, condition: $event }"
  />
  <div class="two">
    <FormField label="At most" hint="seconds" :issue="issueOf('limitMs')">
      <template #default="{ fieldId }">
        <ElInputNumber
          :id="fieldId"
          :model-value="step.limitMs / 1000"
          :min="0"
          :max="604800"
          @update:model-value="step = { ...step, limitMs: Math.round(($event ?? 0) * 1000) }"
        />
      </template>
    </FormField>
    <ChoiceField
      :model-value="step.then"
      label="Where it does not come"
      :options="endings"
      @update:model-value="step = { ...step, then: $event }"
    />
  </div>
  <FindingLines :findings="findings" />
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 200px minmax(0, 1fr);
  gap: 10px 14px;
  align-items: start;
}
</style>
