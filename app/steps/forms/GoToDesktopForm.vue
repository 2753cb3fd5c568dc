<script setup lang="ts">
import { computed } from 'vue'
import { desktopName } from '~~/core/bench'
import type { StepOf } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { useMirror } from '~/live/useMirror'
import FindingLines from '../FindingLines.vue'
import type { StepFormProps } from './stepForm'

const { name, findings } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'desktop.go'>>({ required: true })

const mirror = useMirror()
const targets = computed(() => {
  const count = Math.max(
    mirror.bench.desktops?.names.length ?? 1,
    step.value.to.kind === 'number' ? step.value.to.desktop : 1,
  )
  return [
    { value: 'next', name: 'the next one' },
    { value: 'previous', name: 'the one before it' },
    { value: 'back', name: 'back to the one that was shown before' },
    ...Array.from({ length: count }, (_, i) => ({ value: String(i + 1), name: desktopName(mirror.bench, i + 1) })),
  ]
})
const target = computed(() => (step.value.to.kind === 'number' ? String(step.value.to.desktop) : step.value.to.kind))

function choose(to: string): void {
  const number = Number(to)
  step.value = {
    ...step.value,
    to: Number.isNaN(number) ? { kind: to as 'next' | 'previous' | 'back' } : { kind: 'number', desktop: number },
  }
}
</script>

<template>
  <ChoiceSelect
    class="first-line"
    :model-value="target"
    :label="`Desktop of ${name}`"
    :options="targets"
    @update:model-value="choose"
  />
  <FindingLines :findings="findings" />
</template>
