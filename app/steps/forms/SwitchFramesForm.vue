<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import { useMirror } from '~/live/useMirror'
import FindingLines from '../FindingLines.vue'
import type { StepFormProps } from './stepForm'

const { name, findings, issueOf } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'frame.switch'>>({ required: true })

const mirror = useMirror()
const ways = [
  { value: 'toggle', name: 'the other way' },
  { value: 'on', name: 'on' },
  { value: 'off', name: 'off' },
] as const
</script>

<template>
  <div class="first-line switching">
    <ChoiceSelect
      :model-value="step.frameIds"
      multiple
      :label="`Frames of ${name}`"
      :aria-invalid="issueOf('frameIds') !== undefined"
      placeholder="Choose frames"
      :options="mirror.frameChoices"
      @update:model-value="step = { ...step, frameIds: $event }"
    />
    <ChoiceSelect
      :model-value="step.to"
      :label="`Which way ${name} switches`"
      :options="ways"
      @update:model-value="step = { ...step, to: $event }"
    />
  </div>
  <IssueLine :issue="issueOf('frameIds')" />
  <FindingLines :findings="findings" />
</template>

<style scoped>
.switching {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 150px;
  gap: 8px;
}
</style>
