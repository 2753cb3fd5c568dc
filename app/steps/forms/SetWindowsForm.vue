<script setup lang="ts">
import { WINDOW_STATES } from '~~/core/steps'
import type { StepOf } from '~~/core/steps'
import ChoiceField from '~/form/ChoiceField.vue'
import FindingLines from '../FindingLines.vue'
import type { StepFormProps } from './stepForm'
import WindowChoiceField from './WindowChoiceField.vue'

const { name, findings, issueOf, values } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'windows.set'>>({ required: true })
const words = {
  front: 'come to the front',
  maximized: 'are maximized',
  minimized: 'are minimized',
  hidden: 'are hidden',
  normal: 'have their normal size',
  'other-way': 'go the other way: maximized, or normal',
}
const states = WINDOW_STATES.map((value) => ({ value, name: words[value] }))
</script>

<template>
  <WindowChoiceField
    :model-value="step.which"
    :name="name"
    :issue-of="issueOf"
    :values="values"
    @update:model-value="step = { ...step, which: $event }"
  />
  <ChoiceField
    :model-value="step.to"
    label="They"
    :options="states"
    @update:model-value="step = { ...step, to: $event }"
  />
  <FindingLines :findings="findings" />
</template>
