<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import AddButton from '~/form/AddButton.vue'
import IssueLine from '~/form/IssueLine.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import TextField from '~/form/TextField.vue'
import FindingLines from '../FindingLines.vue'
import ResolvedText from '../ResolvedText.vue'
import OtherwiseSwitch from './OtherwiseSwitch.vue'
import type { StepFormProps } from './stepForm'

const { issueOf, values, findings } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'choose'>>({ required: true })

function set(part: Partial<StepOf<'choose'>>): void {
  step.value = { ...step.value, ...part }
}
</script>

<template>
  <TextField
    :model-value="step.text"
    label="By the value of"
    hint="such as ${group.name}"
    mono
    :issue="issueOf('text')"
    @update:model-value="set({ text: $event })"
  >
    <ResolvedText :text="step.text" :values="values" />
  </TextField>
  <div v-for="(one, i) in step.cases" :key="i" class="case">
    <TextField
      :model-value="one.values.join(' | ')"
      :label="`Case ${i + 1}`"
      hint="several with | between"
      late
      :issue="issueOf(`cases.${i}.values`)"
      @update:model-value="
        set({ cases: step.cases.with(i, { ...one, values: $event.split('|').map((value) => value.trim()) }) })
      "
    />
    <RemoveButton
      v-if="step.cases.length > 1"
      :label="`Remove case ${i + 1} with its steps`"
      @click="set({ cases: step.cases.toSpliced(i, 1) })"
    />
  </div>
  <IssueLine :issue="issueOf('cases')" />
  <div class="line">
    <AddButton @click="set({ cases: [...step.cases, { values: [''], steps: [] }] })"> Case </AddButton>
    <OtherwiseSwitch :model-value="step.otherwise" @update:model-value="set({ otherwise: $event })" />
  </div>
  <FindingLines :findings="findings" />
</template>

<style scoped>
.case {
  display: flex;
  gap: 8px;
  align-items: end;
}
.case > :first-child {
  flex: 1;
}
.line {
  display: flex;
  gap: 16px;
  align-items: center;
}
</style>
