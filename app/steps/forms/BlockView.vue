<script setup lang="ts">
import { computed } from 'vue'
import { describeStep, everyStep } from '~~/core/steps'
import type { PlainStep } from '~~/core/steps'
import { useMirror } from '~/live/useMirror'
import FindingLines from '../FindingLines.vue'
import type { StepFormProps } from './stepForm'

/** A block with all that stands in it, to be read. */
const { findings } = defineProps<StepFormProps>()
const step = defineModel<PlainStep>({ required: true })

const mirror = useMirror()
const rows = computed(() =>
  [...everyStep([step.value])].map(({ path, step: inner }) => ({
    path,
    depth: path.split('.').filter((part) => /^\d+$/.test(part)).length - 1,
    sentence: describeStep(inner, mirror.names),
  })),
)
</script>

<template>
  <ol class="block" aria-label="What stands in the block">
    <li v-for="row in rows" :key="row.path" :style="{ paddingLeft: `${row.depth * 16}px` }">{{ row.sentence }}</li>
  </ol>
  <FindingLines :findings="findings" />
</template>

<style scoped>
.block {
  display: grid;
  gap: 4px;
}
</style>
