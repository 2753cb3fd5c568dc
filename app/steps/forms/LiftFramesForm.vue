<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import IssueLine from '~/form/IssueLine.vue'
import FindingLines from '../FindingLines.vue'
import FramesAndWay from './FramesAndWay.vue'
import type { StepFormProps } from './stepForm'

const { name, findings, issueOf } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'frame.lift'>>({ required: true })
const ways = [
  { value: 'top', name: 'to the top' },
  { value: 'back', name: 'back to its place' },
  { value: 'toggle', name: 'the other way' },
] as const
</script>

<template>
  <FramesAndWay
    :frame-ids="step.frameIds"
    :way="step.to"
    :name="name"
    :invalid="issueOf('frameIds') !== undefined"
    :ways="ways"
    @update:frame-ids="step = { ...step, frameIds: $event }"
    @update:way="step = { ...step, to: $event }"
  />
  <IssueLine :issue="issueOf('frameIds')" />
  <FindingLines :findings="findings" />
</template>
