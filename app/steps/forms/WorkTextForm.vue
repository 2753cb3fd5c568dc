<script setup lang="ts">
import { letterCaseWords, textWorkWords } from '~~/core/steps'
import type { StepOf, TextWork } from '~~/core/steps'
import ChoiceField from '~/form/ChoiceField.vue'
import FormField from '~/form/FormField.vue'
import { optionsOf } from '~/form/optionsOf'
import TextField from '~/form/TextField.vue'
import FindingLines from '../FindingLines.vue'
import ResolvedText from '../ResolvedText.vue'
import NameField from './NameField.vue'
import type { StepFormProps } from './stepForm'

const { issueOf, values, findings } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'text.work'>>({ required: true })

const fresh: Record<TextWork['kind'], TextWork> = {
  before: { kind: 'before', mark: ' ' },
  after: { kind: 'after', mark: ' ' },
  between: { kind: 'between', mark: '(', end: ')' },
  letters: { kind: 'letters', from: 1, to: 4 },
  split: { kind: 'split', by: ',' },
  replace: { kind: 'replace', find: '-', by: ' ' },
  case: { kind: 'case', to: 'title' },
  trim: { kind: 'trim' },
  number: { kind: 'number' },
}

function set(part: object): void {
  step.value = { ...step.value, work: { ...step.value.work, ...part } as TextWork }
}
</script>

<template>
  <TextField
    :model-value="step.text"
    label="Text"
    :issue="issueOf('text')"
    @update:model-value="step = { ...step, text: $event }"
  >
    <ResolvedText :text="step.text" :values="values" />
  </TextField>
  <ChoiceField
    :model-value="step.work.kind"
    label="What becomes of it"
    :options="optionsOf(textWorkWords)"
    @update:model-value="step = { ...step, work: fresh[$event] }"
  />
  <div class="form-pair">
    <TextField
      v-if="step.work.kind === 'before' || step.work.kind === 'after' || step.work.kind === 'between'"
      :model-value="step.work.mark"
      label="Mark"
      mono
      :issue="issueOf('work.mark')"
      @update:model-value="set({ mark: $event })"
    />
    <TextField
      v-if="step.work.kind === 'between'"
      :model-value="step.work.end"
      label="Mark behind it"
      mono
      :issue="issueOf('work.end')"
      @update:model-value="set({ end: $event })"
    />
    <template v-if="step.work.kind === 'letters'">
      <FormField label="From letter" hint="the last is -1">
        <template #default="{ fieldId }">
          <ElInputNumber :id="fieldId" :model-value="step.work.from" @update:model-value="set({ from: $event ?? 1 })" />
        </template>
      </FormField>
      <FormField label="To letter">
        <template #default="{ fieldId }">
          <ElInputNumber :id="fieldId" :model-value="step.work.to" @update:model-value="set({ to: $event ?? -1 })" />
        </template>
      </FormField>
    </template>
    <TextField
      v-if="step.work.kind === 'split'"
      :model-value="step.work.by"
      label="At each"
      hint="lines, where it is empty"
      mono
      @update:model-value="set({ by: $event })"
    />
    <template v-if="step.work.kind === 'replace'">
      <TextField
        :model-value="step.work.find"
        label="What is replaced"
        mono
        :issue="issueOf('work.find')"
        @update:model-value="set({ find: $event })"
      />
      <TextField :model-value="step.work.by" label="By" mono @update:model-value="set({ by: $event })" />
      <label class="check"
        ><ElSwitch
          size="small"
          :model-value="step.work.isPattern ?? false"
          @update:model-value="set({ isPattern: $event ? true : undefined })"
        />
        {{ step.work.isPattern ? '* and ? stand for any letters' : 'as it stands' }}</label
      >
    </template>
    <ChoiceField
      v-if="step.work.kind === 'case'"
      :model-value="step.work.to"
      label="Into"
      :options="optionsOf(letterCaseWords)"
      @update:model-value="set({ to: $event })"
    />
  </div>
  <NameField :model-value="step.as" :issue="issueOf('as')" @update:model-value="step = { ...step, as: $event }" />
  <FindingLines :findings="findings" />
</template>
