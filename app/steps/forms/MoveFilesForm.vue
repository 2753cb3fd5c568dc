<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import ArgumentList from '../ArgumentList.vue'
import FindingLines from '../FindingLines.vue'
import FolderField from './FolderField.vue'
import type { StepFormProps } from './stepForm'
import TakenField from './TakenField.vue'

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
  <div class="two">
    <FolderField
      :model-value="step.to"
      :makes="step.makeFolder"
      label="Into the folder"
      :issue="issueOf('to')"
      :values="values"
      @update:model-value="alter({ to: $event })"
      @update:makes="alter({ makeFolder: $event })"
    />
    <TakenField :model-value="step.taken" @update:model-value="alter({ taken: $event })" />
  </div>
  <FindingLines :findings="findings.filter((finding) => !finding.at.startsWith('paths'))" />
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 10px 14px;
  align-items: start;
}
</style>
