<script setup lang="ts">
import { MOST_ENTRIES } from '~~/core/steps'
import type { StepOf } from '~~/core/steps'
import FormField from '~/form/FormField.vue'
import FindingLines from '../FindingLines.vue'
import NameField from './NameField.vue'
import SourceField from './SourceField.vue'
import type { StepFormProps } from './stepForm'

const { issueOf, values, findings } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'each'>>({ required: true })

function set(part: Partial<StepOf<'each'>>): void {
  step.value = { ...step.value, ...part }
}
</script>

<template>
  <SourceField
    :model-value="step.source"
    label="For each of"
    :issue-of="issueOf"
    :values="values"
    @update:model-value="set({ source: $event })"
  />
  <div class="form-pair">
    <NameField
      :model-value="step.as"
      :issue="issueOf('as')"
      label="Each is called"
      @update:model-value="set({ as: $event })"
    />
    <FormField label="At most" :issue="issueOf('atMost')">
      <template #default="{ fieldId }">
        <ElInputNumber
          :id="fieldId"
          size="small"
          :min="1"
          :max="MOST_ENTRIES"
          :model-value="step.atMost"
          @update:model-value="set({ atMost: $event ?? MOST_ENTRIES })"
        />
      </template>
    </FormField>
  </div>
  <FindingLines :findings="findings" />
</template>
