<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import IssueLine from '~/form/IssueLine.vue'
import FindingLines from '../FindingLines.vue'
import ResolvedText from '../ResolvedText.vue'
import type { StepFormProps } from './stepForm'

const { name, findings, issueOf, values } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'message.show'>>({ required: true })
</script>

<template>
  <ElInput
    class="first-line"
    :model-value="step.text"
    :aria-label="`Message of ${name}`"
    :aria-invalid="issueOf('text') !== undefined"
    placeholder="What it says"
    @update:model-value="step = { ...step, text: $event }"
  >
    <template #append>
      <label class="sound"
        ><ElCheckbox
          :model-value="step.sound ?? false"
          :aria-label="`Sound of ${name}`"
          @update:model-value="step = { ...step, sound: $event ? true : undefined }"
        />
        with a sound</label
      >
    </template>
  </ElInput>
  <IssueLine :issue="issueOf('text')" />
  <ResolvedText :text="step.text" :values="values" />
  <FindingLines :findings="findings" />
</template>

<style scoped>
.sound {
  display: flex;
  align-items: center;
  gap: 8px;
}
</style>
