<script setup lang="ts">
import { listWorkWords } from '~~/core/steps'
import type { ListWork, StepOf } from '~~/core/steps'
import ChoiceField from '~/form/ChoiceField.vue'
import FormField from '~/form/FormField.vue'
import { optionsOf } from '~/form/optionsOf'
import TextField from '~/form/TextField.vue'
import FindingLines from '../FindingLines.vue'
import NameField from './NameField.vue'
import type { StepFormProps } from './stepForm'

const { issueOf, findings } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'list.work'>>({ required: true })

const fresh: Record<ListWork['kind'], ListWork> = {
  first: { kind: 'first' },
  last: { kind: 'last' },
  sorted: { kind: 'sorted', by: '' },
  reversed: { kind: 'reversed' },
  distinct: { kind: 'distinct', by: '' },
  matching: { kind: 'matching', by: '', pattern: '*' },
  part: { kind: 'part', by: 'name' },
  joined: { kind: 'joined', mark: ', ' },
  with: { kind: 'with', text: '' },
}

function set(part: object): void {
  step.value = { ...step.value, work: { ...step.value.work, ...part } as ListWork }
}
</script>

<template>
  <TextField
    :model-value="step.list"
    label="List"
    hint="the name of a value, such as files"
    mono
    :issue="issueOf('list')"
    @update:model-value="step = { ...step, list: $event }"
  />
  <ChoiceField
    :model-value="step.work.kind"
    label="What of it"
    :options="optionsOf(listWorkWords)"
    @update:model-value="step = { ...step, work: fresh[$event] }"
  />
  <div class="form-pair">
    <FormField
      v-if="step.work.kind === 'first' || step.work.kind === 'last'"
      label="How many"
      hint="one entry, where it is empty"
    >
      <template #default="{ fieldId }">
        <ElInputNumber
          :id="fieldId"
          :min="1"
          :value-on-clear="null"
          :model-value="step.work.count"
          @update:model-value="set({ count: $event ?? undefined })"
        />
      </template>
    </FormField>
    <TextField
      v-if="'by' in step.work"
      :model-value="step.work.by"
      label="By the part"
      hint="the entry itself, where it is empty"
      mono
      :issue="issueOf('work.by')"
      @update:model-value="set({ by: $event })"
    />
    <label v-if="step.work.kind === 'sorted'" class="check"
      ><ElSwitch
        size="small"
        :model-value="step.work.isDown ?? false"
        @update:model-value="set({ isDown: $event ? true : undefined })"
      />
      {{ step.work.isDown ? 'the largest first' : 'the smallest first' }}</label
    >
    <TextField
      v-if="step.work.kind === 'matching'"
      :model-value="step.work.pattern"
      label="Fits"
      hint="with * and ?"
      mono
      @update:model-value="set({ pattern: $event })"
    />
    <TextField
      v-if="step.work.kind === 'joined'"
      :model-value="step.work.mark"
      label="With"
      mono
      @update:model-value="set({ mark: $event })"
    />
    <TextField
      v-if="step.work.kind === 'with'"
      :model-value="step.work.text"
      label="One more"
      @update:model-value="set({ text: $event })"
    />
  </div>
  <NameField :model-value="step.as" :issue="issueOf('as')" @update:model-value="step = { ...step, as: $event }" />
  <FindingLines :findings="findings" />
</template>
