<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import IssueLine from '~/form/IssueLine.vue'
import FindingLines from '../FindingLines.vue'
import FramesAndWay from './FramesAndWay.vue'
import type { StepFormProps } from './stepForm'

const { name, findings, issueOf } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'frame.switch'>>({ required: true })
const ways = [
  { value: 'toggle', name: 'the other way' },
  { value: 'on', name: 'on' },
  { value: 'off', name: 'off' },
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
