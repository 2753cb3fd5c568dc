<script setup lang="ts">
import { askedForWords, freshSource } from '~~/core/steps'
import type { AskedFor, StepOf } from '~~/core/steps'
import ChoiceField from '~/form/ChoiceField.vue'
import FormField from '~/form/FormField.vue'
import { optionsOf } from '~/form/optionsOf'
import TextField from '~/form/TextField.vue'
import FindingLines from '../FindingLines.vue'
import NameField from './NameField.vue'
import SourceField from './SourceField.vue'
import type { StepFormProps } from './stepForm'

const { issueOf, values, findings } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'ask'>>({ required: true })

const fresh: Record<AskedFor['kind'], AskedFor> = {
  text: { kind: 'text' },
  number: { kind: 'number' },
  'yes-no': { kind: 'yes-no' },
  date: { kind: 'date' },
  file: { kind: 'file', folder: '${documents}' },
  pick: { kind: 'pick', source: freshSource('list') },
}

function set(part: Partial<StepOf<'ask'>>): void {
  step.value = { ...step.value, ...part }
}

function setWhat(part: object): void {
  set({ what: { ...step.value.what, ...part } as AskedFor })
}
</script>

<template>
  <TextField
    :model-value="step.text"
    label="Asks"
    :issue="issueOf('text')"
    @update:model-value="set({ text: $event })"
  />
  <ChoiceField
    :model-value="step.what.kind"
    label="For"
    :options="optionsOf(askedForWords)"
    @update:model-value="set({ what: fresh[$event] })"
  />
  <div v-if="step.what.kind === 'text'" class="form-pair">
    <TextField
      :model-value="step.what.pattern ?? ''"
      label="Must fit"
      hint="with * and ?"
      mono
      @update:model-value="setWhat({ pattern: $event || undefined })"
    />
    <TextField
      :model-value="step.what.because ?? ''"
      label="Otherwise says"
      @update:model-value="setWhat({ because: $event || undefined })"
    />
  </div>
  <div v-else-if="step.what.kind === 'number'" class="form-pair">
    <FormField label="At least">
      <template #default="{ fieldId }">
        <ElInputNumber
          :id="fieldId"
          :value-on-clear="null"
          :model-value="step.what.min"
          @update:model-value="setWhat({ min: $event ?? undefined })"
        />
      </template>
    </FormField>
    <FormField label="At most">
      <template #default="{ fieldId }">
        <ElInputNumber
          :id="fieldId"
          :value-on-clear="null"
          :model-value="step.what.max"
          @update:model-value="setWhat({ max: $event ?? undefined })"
        />
      </template>
    </FormField>
  </div>
  <TextField
    v-else-if="step.what.kind === 'file'"
    :model-value="step.what.folder"
    label="In the folder"
    mono
    :issue="issueOf('what.folder')"
    @update:model-value="setWhat({ folder: $event })"
  />
  <template v-else-if="step.what.kind === 'pick'">
    <SourceField
      :model-value="step.what.source"
      label="Of"
      at="what.source"
      :issue-of="issueOf"
      :values="values"
      @update:model-value="setWhat({ source: $event })"
    />
    <label class="check"
      ><ElSwitch
        size="small"
        :model-value="step.what.several ?? false"
        @update:model-value="setWhat({ several: $event ? true : undefined })"
      />
      {{ step.what.several ? 'Several can be chosen' : 'One is chosen' }}</label
    >
  </template>
  <div class="form-pair">
    <TextField
      :model-value="step.standard ?? ''"
      label="Takes by itself"
      hint="where nobody answers"
      :issue="issueOf('standard')"
      @update:model-value="set({ standard: $event || undefined })"
    />
    <FormField label="After" hint="seconds" :issue="issueOf('limitMs')">
      <template #default="{ fieldId }">
        <ElInputNumber
          :id="fieldId"
          :min="1"
          :value-on-clear="null"
          :model-value="step.limitMs === undefined ? undefined : step.limitMs / 1000"
          @update:model-value="set({ limitMs: $event ? Math.round($event * 1000) : undefined })"
        />
      </template>
    </FormField>
  </div>
  <NameField
    :model-value="step.as"
    :issue="issueOf('as')"
    label="The answer is called"
    @update:model-value="set({ as: $event })"
  />
  <FindingLines :findings="findings" />
</template>
