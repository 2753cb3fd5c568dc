<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import FramesAndWay from './FramesAndWay.vue'
import type { StepFormProps } from './stepForm'

const props = defineProps<StepFormProps>()
const step = defineModel<StepOf<'frame.lift'>>({ required: true })
const ways = [
  { value: 'top', name: 'to the top' },
  { value: 'back', name: 'back to its place' },
  { value: 'toggle', name: 'the other way' },
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
