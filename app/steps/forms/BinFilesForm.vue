<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import IssueLine from '~/form/IssueLine.vue'
import ArgumentList from '../ArgumentList.vue'
import FindingLines from '../FindingLines.vue'
import type { StepFormProps } from './stepForm'

type BinStep = StepOf<'files.bin'>

const { findings, issueOf, values } = defineProps<StepFormProps>()
const step = defineModel<BinStep>({ required: true })
</script>

<template>
  <ArgumentList
    :model-value="step.paths"
    label="Path or pattern"
    heading="Which files"
    hint="paths, or patterns such as *.exposure"
    at="paths"
    :findings="findings"
    :issue-of="(path) => issueOf(`paths.${path}`)"
    :values="values"
    @update:model-value="step = { ...step, paths: $event }"
    @mend="step = $event as BinStep"
  />
  <IssueLine :issue="issueOf('paths')" />
  <FindingLines :findings="findings.filter((finding) => !finding.at.startsWith('paths'))" />
</template>
