<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import FindingLines from '../FindingLines.vue'
import ResolvedText from '../ResolvedText.vue'
import type { StepFormProps } from './stepForm'

const { name, findings, issueOf, values } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'wait'>>({ required: true })

function choose(how: 'fixed' | 'said'): void {
  const { text: _text, ...rest } = step.value
  step.value = how === 'said' ? { ...rest, text: '' } : rest
}
</script>

<template>
  <div class="first-line wait">
    <ChoiceSelect
      :model-value="step.text === undefined ? 'fixed' : 'said'"
      :label="`How long ${name} is`"
      :options="[
        { value: 'fixed' as const, name: 'so many seconds' },
        { value: 'said' as const, name: 'as a value says' },
      ]"
      @update:model-value="choose"
    />
    <ElInput
      v-if="step.text !== undefined"
      class="mono"
      :model-value="step.text"
      :aria-label="`Length of ${name}`"
      :aria-invalid="issueOf('text') !== undefined"
      :spellcheck="false"
      placeholder="${minutes} min"
      @update:model-value="step = { ...step, text: $event }"
    />
    <label v-else
      ><ElInputNumber
        :model-value="step.ms / 1000"
        :min="0"
        :max="86400"
        :step="0.1"
        :aria-label="`Seconds of ${name}`"
        @update:model-value="step = { ...step, ms: Math.round(($event ?? 0) * 1000) }"
      />
      seconds</label
    >
  </div>
  <IssueLine :issue="issueOf('text')" />
  <ResolvedText v-if="step.text !== undefined" :text="step.text" :values="values" />
  <FindingLines :findings="findings" />
</template>

<style scoped>
.wait {
  display: grid;
  grid-template-columns: 180px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
}
label {
  display: flex;
  align-items: center;
  gap: 8px;
}
</style>
