<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import IssueLine from '~/form/IssueLine.vue'
import ArgumentList from '../ArgumentList.vue'
import type { StepFormProps } from './stepForm'

type RestoreStep = StepOf<'files.restore'>

const { findings, issueOf, values } = defineProps<StepFormProps>()
const step = defineModel<RestoreStep>({ required: true })
</script>

<template>
  <ArgumentList
    :model-value="step.names"
    label="Name or pattern"
    heading="Names in the bin"
    hint="or patterns such as *"
    at="names"
    :findings="findings"
    :issue-of="(path) => issueOf(`names.${path}`)"
    :values="values"
    @update:model-value="step = { ...step, names: $event }"
    @mend="step = $event as RestoreStep"
  />
  <IssueLine :issue="issueOf('names')" />
</template>
