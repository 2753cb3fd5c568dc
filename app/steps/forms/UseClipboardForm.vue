<script setup lang="ts">
import { MOST_CLIPS } from '~~/core/bench'
import type { StepOf } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import FormField from '~/form/FormField.vue'
import TextField from '~/form/TextField.vue'
import FindingLines from '../FindingLines.vue'
import ResolvedText from '../ResolvedText.vue'
import ProgramOrFront from './ProgramOrFront.vue'
import type { StepFormProps } from './stepForm'

const { name, findings, issueOf, values } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'clipboard.use'>>({ required: true })
const acts = [
  { value: 'copy', name: 'copies what is selected, or all' },
  { value: 'cut', name: 'cuts what is selected, or all' },
  { value: 'paste', name: 'pastes' },
  { value: 'put', name: 'puts a text on the clipboard' },
] as const
</script>

<template>
  <ChoiceSelect
    class="first-line"
    :model-value="step.act"
    :label="`What ${name} does with the clipboard`"
    :options="acts"
    @update:model-value="step = { ...step, act: $event }"
  />
  <TextField
    v-if="step.act === 'put'"
    :model-value="step.text ?? ''"
    label="The text"
    :issue="issueOf('text')"
    @update:model-value="step = { ...step, text: $event }"
  >
    <ResolvedText :text="step.text ?? ''" :values="values" />
  </TextField>
  <FormField
    v-if="step.act === 'paste'"
    label="Which"
    hint="1 is what was copied last, 2 the second last."
    :issue="issueOf('nth')"
  >
    <ElInputNumber
      :model-value="step.nth ?? 1"
      :min="1"
      :max="MOST_CLIPS"
      :precision="0"
      :aria-label="`Which of what was copied ${name} pastes`"
      @update:model-value="step = { ...step, nth: ($event ?? 1) === 1 ? undefined : $event }"
    />
  </FormField>
  <FormField v-if="step.act !== 'put'" label="Where">
    <ProgramOrFront
      :model-value="step.programId"
      :name="name"
      :invalid="issueOf('programId') !== undefined"
      @update:model-value="step = { ...step, programId: $event }"
    />
  </FormField>
  <FindingLines :findings="findings" />
</template>
