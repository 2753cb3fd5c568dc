<script setup lang="ts">
import { computed } from 'vue'
import { matchWords, partsNow, severalWords, withoutWords } from '~~/core/steps'
import type { StepOf } from '~~/core/steps'
import ChoiceField from '~/form/ChoiceField.vue'
import { optionsOf } from '~/form/optionsOf'
import TextField from '~/form/TextField.vue'
import { useMirror } from '~/live/useMirror'
import FindingLines from '../FindingLines.vue'
import ResolvedText from '../ResolvedText.vue'
import NameField from './NameField.vue'
import SourceField from './SourceField.vue'
import type { StepFormProps } from './stepForm'

const { issueOf, values, findings } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'value.find'>>({ required: true })

const mirror = useMirror()
const parts = computed(() => {
  const known = partsNow(step.value.source, mirror.bench, {
    nowMs: mirror.moment.nowMs,
    nextId: () => '',
    values: { values: { ...values }, broken: {} },
    leversOf: () => mirror.levers,
  })
  const all = [...new Set([...known, ...(step.value.by === '' ? [] : [step.value.by])])]
  return [{ value: '', name: 'its name' }, ...all.map((value) => ({ value, name: value }))]
})

function set(part: Partial<StepOf<'value.find'>>): void {
  step.value = { ...step.value, ...part }
}
</script>

<template>
  <TextField
    :model-value="step.text"
    label="Looks for"
    :issue="issueOf('text')"
    @update:model-value="set({ text: $event })"
  >
    <ResolvedText :text="step.text" :values="values" />
  </TextField>
  <SourceField
    :model-value="step.source"
    label="Among"
    :issue-of="issueOf"
    :values="values"
    @update:model-value="set({ source: $event })"
  />
  <div class="form-pair">
    <ChoiceField :model-value="step.by" label="Compares" :options="parts" @update:model-value="set({ by: $event })" />
    <ChoiceField
      :model-value="step.how"
      label="How"
      :options="optionsOf(matchWords)"
      @update:model-value="set({ how: $event })"
    />
    <ChoiceField
      :model-value="step.none"
      label="Where there is none"
      :options="optionsOf(withoutWords)"
      @update:model-value="set({ none: $event })"
    />
    <ChoiceField
      :model-value="step.several"
      label="Where there are several"
      :options="optionsOf(severalWords)"
      @update:model-value="set({ several: $event })"
    />
  </div>
  <NameField :model-value="step.as" :issue="issueOf('as')" @update:model-value="set({ as: $event })" />
  <FindingLines :findings="findings" />
</template>
