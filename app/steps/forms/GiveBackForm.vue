<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import TextField from '~/form/TextField.vue'
import FindingLines from '../FindingLines.vue'
import ResolvedText from '../ResolvedText.vue'
import type { StepFormProps } from './stepForm'

const { issueOf, values, findings } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'lever.give'>>({ required: true })
</script>

<template>
  <TextField
    :model-value="step.text"
    label="Gives back"
    hint="one name alone, such as ${group}, gives it with all its parts"
    :issue="issueOf('text')"
    @update:model-value="step = { ...step, text: $event }"
  >
    <ResolvedText :text="step.text" :values="values" />
  </TextField>
  <FindingLines :findings="findings" />
</template>
