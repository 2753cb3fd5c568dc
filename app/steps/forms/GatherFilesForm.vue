<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import IssueLine from '~/form/IssueLine.vue'
import ArgumentList from '../ArgumentList.vue'
import FindingLines from '../FindingLines.vue'
import FolderField from './FolderField.vue'
import type { StepFormProps } from './stepForm'

type GatherStep = StepOf<'files.gather'>

const { findings, issueOf, values } = defineProps<StepFormProps>()
const step = defineModel<GatherStep>({ required: true })

function alter(part: Partial<GatherStep>): void {
  step.value = { ...step.value, ...part }
}

/** A list that was copied from a plan or a table: one name a line. */
function pasteNames(text: string): void {
  const names = text
    .split(/\r?\n/)
    .map((line) => line.trim())
    .filter((line) => line !== '')
  if (names.length > 0) alter({ names })
}
</script>

<template>
  <label class="names">
    <span
      >Names to look for
      <span class="soft">one a line; with or without their ending, capitals do not matter</span></span
    >
    <ElInput
      type="textarea"
      :model-value="step.names.join('\n')"
      :autosize="{ minRows: 3, maxRows: 12 }"
      :spellcheck="false"
      class="mono"
      :aria-invalid="issueOf('names') !== undefined"
      @update:model-value="alter({ names: $event.split('\n') })"
      @blur="pasteNames(step.names.join('\n'))"
    />
  </label>
  <IssueLine :issue="issueOf('names') ?? step.names.map((_, i) => issueOf(`names.${i}`)).find(Boolean)" />
  <ArgumentList
    :model-value="step.from"
    label="Folder to look in"
    heading="Folders to look in"
    hint="the first that has a name gives it"
    at="from"
    :findings="findings"
    :issue-of="(path) => issueOf(`from.${path}`)"
    :values="values"
    @update:model-value="alter({ from: $event })"
    @mend="step = $event as GatherStep"
  />
  <IssueLine :issue="issueOf('from')" />
  <FolderField :going="step" label="Gathered in the folder" :issue="issueOf('to')" :values="values" @alter="alter" />
  <FindingLines :findings="findings.filter((finding) => !finding.at.startsWith('from'))" />
</template>

<style scoped>
.names {
  display: grid;
  gap: 4px;
  font: 600 14px var(--engraved);
}
.names .soft {
  font: 400 13px var(--plain);
}
</style>
