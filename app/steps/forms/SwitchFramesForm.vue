<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import FramesAndWay from './FramesAndWay.vue'
import type { StepFormProps } from './stepForm'

const props = defineProps<StepFormProps>()
const step = defineModel<StepOf<'frame.switch'>>({ required: true })
const ways = [
  { value: 'toggle', name: 'the other way' },
  { value: 'on', name: 'on' },
  { value: 'off', name: 'off' },
] as const
</script>

<template>
  <FramesAndWay
    v-bind="props"
    :frame-ids="step.frameIds"
    :way="step.to"
    :ways="ways"
    @update:frame-ids="step = { ...step, frameIds: $event }"
    @update:way="step = { ...step, to: $event }"
  />
</template>
