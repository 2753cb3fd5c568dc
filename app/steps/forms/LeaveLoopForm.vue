<script setup lang="ts">
import { roundEndWords } from '~~/core/steps'
import type { StepOf } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { optionsOf } from '~/form/optionsOf'
import FindingLines from '../FindingLines.vue'
import type { StepFormProps } from './stepForm'

const { name, findings } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'loop.leave'>>({ required: true })
</script>

<template>
  <ChoiceSelect
    class="first-line"
    :model-value="step.to"
    :label="`Where ${name} goes`"
    :options="optionsOf(roundEndWords)"
    @update:model-value="step = { ...step, to: $event }"
  />
  <FindingLines :findings="findings" />
</template>
