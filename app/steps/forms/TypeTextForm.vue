<script setup lang="ts">
import { momentValues } from '~~/core/bench'
import { computed } from 'vue'
import type { StepOf } from '~~/core/steps'
import IssueLine from '~/form/IssueLine.vue'
import { useMirror } from '~/live/useMirror'
import FindingLines from '../FindingLines.vue'
import ResolvedText from '../ResolvedText.vue'
import ProgramOrFront from './ProgramOrFront.vue'
import type { StepFormProps } from './stepForm'

const { name, findings, issueOf, values } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'text.type'>>({ required: true })

const mirror = useMirror()
const known = computed(() => ({ ...momentValues(mirror.moment.nowMs), ...values }))
/** What people look for on a keyboard that lacks it; each goes where the text ends. */
const symbols = ['✓', '°', '′', '″', '×', '±', 'µ', 'α', 'δ', '→', '☾', '★']
</script>

<template>
  <ProgramOrFront
    class="first-line"
    :model-value="step.programId"
    :name="name"
    :invalid="issueOf('programId') !== undefined"
    @update:model-value="step = { ...step, programId: $event }"
  />
  <ElInput
    type="textarea"
    :model-value="step.text"
    :autosize="{ minRows: 1, maxRows: 8 }"
    :aria-label="`Text of ${name}`"
    :aria-invalid="issueOf('text') !== undefined"
    placeholder="What is typed; ${date} and ${time} are the moment"
    @update:model-value="step = { ...step, text: $event }"
  />
  <div class="symbols" role="group" aria-label="Symbols">
    <ElButton
      v-for="symbol in symbols"
      :key="symbol"
      size="small"
      :aria-label="`Add ${symbol}`"
      @click="step = { ...step, text: step.text + symbol }"
      >{{ symbol }}</ElButton
    >
  </div>
  <IssueLine :issue="issueOf('text')" />
  <ResolvedText :text="step.text" :values="known" />
  <FindingLines :findings="findings" />
</template>

<style scoped>
.symbols {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.symbols .el-button {
  margin: 0;
  width: 30px;
  padding: 0;
  font: 15px var(--plain);
}
</style>
