<script setup lang="ts">
import { computed } from 'vue'
import { inputKindWords } from '~~/core/levers'
import type { StepOf } from '~~/core/steps'
import IssueLine from '~/form/IssueLine.vue'
import NameSelect from '~/form/NameSelect.vue'
import TextField from '~/form/TextField.vue'
import { useMirror } from '~/live/useMirror'
import FindingLines from '../FindingLines.vue'
import ResolvedText from '../ResolvedText.vue'
import NameField from './NameField.vue'
import type { StepFormProps } from './stepForm'

const { name, issueOf, values, findings } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'lever.pull'>>({ required: true })

const mirror = useMirror()
const lever = computed(() => mirror.leverById.get(step.value.leverId))
const inputs = computed(() => lever.value?.inputs ?? [])
const given = (wanted: string) => step.value.inputs.find((input) => input.name === wanted)?.text ?? ''

function give(wanted: string, text: string): void {
  const others = step.value.inputs.filter((input) => input.name !== wanted)
  step.value = { ...step.value, inputs: text === '' ? others : [...others, { name: wanted, text }] }
}
</script>

<template>
  <NameSelect
    class="first-line"
    of="lever"
    :model-value="step.leverId"
    :label="`Lever of ${name}`"
    placeholder="Choose a lever by number or name"
    :aria-invalid="issueOf('leverId') !== undefined"
    :options="mirror.leverChoices"
    @update:model-value="step = { ...step, leverId: $event }"
  />
  <IssueLine :issue="issueOf('leverId')" />
  <TextField
    v-for="(input, i) in inputs"
    :key="input.name"
    :model-value="given(input.name)"
    :label="input.name"
    :hint="`${inputKindWords[input.kind]}${input.standard === undefined ? '' : `, else ${input.standard}`}`"
    :issue="issueOf(`inputs.${i}.text`)"
    @update:model-value="give(input.name, $event)"
  >
    <ResolvedText :text="given(input.name)" :values="values" />
  </TextField>
  <NameField
    :model-value="step.as ?? ''"
    :issue="issueOf('as')"
    label="What it gives back is called"
    @update:model-value="step = { ...step, as: $event }"
  />
  <FindingLines :findings="findings" />
</template>
