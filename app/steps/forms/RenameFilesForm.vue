<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import FormField from '~/form/FormField.vue'
import IssueLine from '~/form/IssueLine.vue'
import TextField from '~/form/TextField.vue'
import ArgumentList from '../ArgumentList.vue'
import FindingLines from '../FindingLines.vue'
import type { StepFormProps } from './stepForm'
import TakenField from './TakenField.vue'

type RenameStep = StepOf<'files.rename'>

const { findings, issueOf, values } = defineProps<StepFormProps>()
const step = defineModel<RenameStep>({ required: true })
const hint = '${name}, ${ending} and ${n} are its own; ${date}, ${time} the moment'

function alter(part: Partial<RenameStep>): void {
  step.value = { ...step.value, ...part }
}
</script>

<template>
  <ArgumentList
    :model-value="step.paths"
    label="Path or pattern"
    heading="Which files"
    hint="in this order; paths, or patterns such as *.exposure"
    at="paths"
    :findings="findings"
    :issue-of="(path) => issueOf(`paths.${path}`)"
    :values="values"
    @update:model-value="alter({ paths: $event })"
    @mend="step = $event as RenameStep"
  />
  <IssueLine :issue="issueOf('paths')" />
  <TextField
    :model-value="step.pattern"
    label="New name"
    :hint="hint"
    mono
    :issue="issueOf('pattern')"
    @update:model-value="alter({ pattern: $event })"
  />
  <div class="three">
    <FormField label="The number begins at" :issue="issueOf('startAt')">
      <template #default="{ fieldId }">
        <ElInputNumber
          :id="fieldId"
          :model-value="step.startAt"
          :min="0"
          :max="1000000"
          @update:model-value="alter({ startAt: $event ?? 1 })"
        />
      </template>
    </FormField>
    <FormField label="Digits at least" :issue="issueOf('digits')">
      <template #default="{ fieldId }">
        <ElInputNumber
          :id="fieldId"
          :model-value="step.digits"
          :min="1"
          :max="10"
          @update:model-value="alter({ digits: $event ?? 1 })"
        />
      </template>
    </FormField>
    <TakenField :model-value="step.taken" @update:model-value="alter({ taken: $event })" />
  </div>
  <FindingLines :findings="findings.filter((finding) => !finding.at.startsWith('paths'))" />
</template>

<style scoped>
.three {
  display: grid;
  grid-template-columns: 170px 170px minmax(0, 1fr);
  gap: 10px 14px;
  align-items: start;
}
</style>
