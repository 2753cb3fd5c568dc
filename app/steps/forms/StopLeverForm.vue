<script setup lang="ts">
import { stopWords } from '~~/core/steps'
import type { StepOf } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { optionsOf } from '~/form/optionsOf'
import type { StepFormProps } from './stepForm'

const { name } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'lever.stop'>>({ required: true })
</script>

<template>
  <ChoiceSelect
    class="first-line"
    :model-value="step.what"
    :label="`What ${name} stops`"
    :options="optionsOf(stopWords)"
    @update:model-value="step = { ...step, what: $event }"
  />
</template>
