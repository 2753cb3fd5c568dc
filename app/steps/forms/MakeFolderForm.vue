<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import IssueLine from '~/form/IssueLine.vue'
import FindingLines from '../FindingLines.vue'
import ResolvedText from '../ResolvedText.vue'
import type { StepFormProps } from './stepForm'

const { name, findings, issueOf, values } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'files.folder'>>({ required: true })
</script>

<template>
  <ElInput
    class="first-line mono"
    :model-value="step.path"
    :aria-label="`Folder of ${name}`"
    :aria-invalid="issueOf('path') !== undefined"
    :spellcheck="false"
    placeholder="${documents}/for later"
    @update:model-value="step = { ...step, path: $event }"
  />
  <IssueLine :issue="issueOf('path')" />
  <ResolvedText :text="step.path" :values="values" />
  <FindingLines :findings="findings" />
</template>
