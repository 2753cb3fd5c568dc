<script setup lang="ts">
import type { PlainStep } from '~~/core/steps'
import FindingLines from '../FindingLines.vue'
import type { StepFormProps } from './stepForm'

/** For a kind that has nothing to be filled in. */
const { findings } = defineProps<StepFormProps>()
defineModel<PlainStep>({ required: true })
</script>

<template>
  <FindingLines :findings="findings" />
</template>
