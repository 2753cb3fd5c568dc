<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import ArgumentList from '../ArgumentList.vue'
import FindingLines from '../FindingLines.vue'
import FolderField from './FolderField.vue'
import type { StepFormProps } from './stepForm'

type MoveStep = StepOf<'files.move'>

const { name, findings, issueOf, values } = defineProps<StepFormProps>()
const step = defineModel<MoveStep>({ required: true })
const acts = [
  { value: 'move', name: 'moves' },
  { value: 'copy', name: 'copies' },
] as const

function alter(part: Partial<MoveStep>): void {
  step.value = { ...step.value, ...part }
}
</script>

<template>
  <ChoiceSelect
    class="first-line"
    :model-value="step.act"
    :label="`What ${name} does with files`"
    :options="acts"
    @update:model-value="alter({ act: $event })"
  />
  <ArgumentList
    :model-value="step.paths"
    label="Path or pattern"
    heading="Which files"
    hint="paths, or patterns such as *.exposure"
    at="paths"
    :findings="findings"
    :issue-of="(path) => issueOf(`paths.${path}`)"
    :values="values"
    @update:model-value="alter({ paths: $event })"
    @mend="step = $event as MoveStep"
  />
  <IssueLine :issue="issueOf('paths')" />
  <FolderField :going="step" label="Into the folder" :issue="issueOf('to')" :values="values" @alter="alter" />
  <FindingLines :findings="findings.filter((finding) => !finding.at.startsWith('paths'))" />
</template>
