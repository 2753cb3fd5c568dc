<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import TextField from '~/form/TextField.vue'
import type { StepFormProps } from './stepForm'

const { issueOf } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'group'>>({ required: true })
</script>

<template>
  <TextField
    :model-value="step.name"
    label="Name of the group"
    :issue="issueOf('name')"
    @update:model-value="step = { ...step, name: $event }"
  />
</template>
