<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import IssueLine from '~/form/IssueLine.vue'
import FindingLines from '../FindingLines.vue'
import ResolvedText from '../ResolvedText.vue'
import type { StepFormProps } from './stepForm'
import WindowChoiceField from './WindowChoiceField.vue'

const { name, findings, issueOf, values } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'window.show'>>({ required: true })
</script>

<template>
  <WindowChoiceField
    :model-value="step.which"
    :name="name"
    :issue-of="issueOf"
    :values="values"
    @update:model-value="step = { ...step, which: $event }"
  />
  <ElInput
    :model-value="step.shows"
    :aria-label="`Tab, document or folder of ${name}`"
    :aria-invalid="issueOf('shows') !== undefined"
    placeholder="An address, a file or a folder"
    @update:model-value="step = { ...step, shows: $event }"
  />
  <IssueLine :issue="issueOf('shows')" />
  <ResolvedText :text="step.shows" :values="values" />
  <FindingLines :findings="findings" />
</template>
