<script setup lang="ts">
import { computed } from 'vue'
import { frontPartWords, freshSource, originWords } from '~~/core/steps'
import type { StepOf, ValueOrigin } from '~~/core/steps'
import ConditionFields from '~/conditions/ConditionFields.vue'
import { freshCondition } from '~/conditions/conditionKinds'
import ChoiceField from '~/form/ChoiceField.vue'
import FormField from '~/form/FormField.vue'
import { optionsOf } from '~/form/optionsOf'
import TextField from '~/form/TextField.vue'
import { useMirror } from '~/live/useMirror'
import { own } from '~~/core/result'
import FindingLines from '../FindingLines.vue'
import ResolvedText from '../ResolvedText.vue'
import NameField from './NameField.vue'
import SourceField from './SourceField.vue'
import type { StepFormProps } from './stepForm'

const { issueOf, values, findings } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'value.set'>>({ required: true })

const mirror = useMirror()
const devices = computed(() => Object.values(mirror.bench.devices).map(({ id, name }) => ({ value: id, name })))
const controls = computed(() => {
  const { from } = step.value
  const device = from.kind === 'control' ? own(mirror.bench.devices, from.deviceId) : undefined
  return Object.entries(device?.controls ?? {}).map(([value, { name }]) => ({ value, name }))
})

function set(from: ValueOrigin): void {
  step.value = { ...step.value, from }
}

function choose(kind: ValueOrigin['kind']): void {
  const text = 'text' in step.value.from ? step.value.from.text : ''
  switch (kind) {
    case 'text':
    case 'sum':
      return set({ kind, text })
    case 'moment':
      return set({ kind, format: 'YYYY-MM-DD' })
    case 'clipboard':
      return set({ kind })
    case 'front':
      return set({ kind, part: 'title' })
    case 'control': {
      const [device] = Object.values(mirror.bench.devices)
      return set({ kind, deviceId: device?.id ?? '', controlId: Object.keys(device?.controls ?? {})[0] ?? '' })
    }
    case 'count':
    case 'entries':
      return set({ kind, source: freshSource('files') })
    case 'condition':
      return set({ kind, condition: freshCondition('program-runs', mirror.bench) })
  }
}
</script>

<template>
  <div class="form-pair">
    <NameField :model-value="step.as" :issue="issueOf('as')" @update:model-value="step = { ...step, as: $event }" />
    <ChoiceField
      :model-value="step.from.kind"
      label="Is"
      :options="optionsOf(originWords)"
      @update:model-value="choose"
    />
  </div>
  <TextField
    v-if="step.from.kind === 'text' || step.from.kind === 'sum'"
    :model-value="step.from.text"
    :label="step.from.kind === 'text' ? 'Text' : 'Sum'"
    :hint="step.from.kind === 'sum' ? 'as one writes it: 2 * (3 + ${count})' : undefined"
    :mono="step.from.kind === 'sum'"
    :issue="issueOf('from.text')"
    @update:model-value="set({ ...step.from, text: $event } as ValueOrigin)"
  >
    <ResolvedText :text="step.from.text" :values="values" />
  </TextField>
  <div v-else-if="step.from.kind === 'moment'" class="form-pair">
    <TextField
      :model-value="step.from.format"
      label="Format"
      hint="YYYY-MM-DD, HH:mm, dddd"
      mono
      :issue="issueOf('from.format')"
      @update:model-value="set({ ...step.from, format: $event } as ValueOrigin)"
    />
    <FormField label="Days later">
      <template #default="{ fieldId }">
        <ElInputNumber
          :id="fieldId"
          :model-value="step.from.days ?? 0"
          @update:model-value="set({ ...step.from, days: $event || undefined } as ValueOrigin)"
        />
      </template>
    </FormField>
  </div>
  <ChoiceField
    v-else-if="step.from.kind === 'front'"
    :model-value="step.from.part"
    label="What of it"
    :options="optionsOf(frontPartWords)"
    @update:model-value="set({ kind: 'front', part: $event })"
  />
  <div v-else-if="step.from.kind === 'control'" class="form-pair">
    <ChoiceField
      :model-value="step.from.deviceId"
      label="Device"
      :options="devices"
      @update:model-value="set({ kind: 'control', deviceId: $event, controlId: '' })"
    />
    <ChoiceField
      :model-value="step.from.controlId"
      label="Control"
      :options="controls"
      @update:model-value="set({ ...step.from, controlId: $event } as ValueOrigin)"
    />
  </div>
  <SourceField
    v-else-if="step.from.kind === 'count' || step.from.kind === 'entries'"
    :model-value="step.from.source"
    label="Of what"
    at="from.source"
    :issue-of="issueOf"
    :values="values"
    @update:model-value="set({ ...step.from, source: $event } as ValueOrigin)"
  />
  <ConditionFields
    v-else-if="step.from.kind === 'condition'"
    :model-value="step.from.condition"
    label="What holds"
    @update:model-value="set({ kind: 'condition', condition: $event })"
  />
  <FindingLines :findings="findings" />
</template>
