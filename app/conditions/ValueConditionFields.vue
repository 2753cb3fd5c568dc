<script setup lang="ts">
import type { Condition, ValueTest } from '~~/core/conditions'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import PartInput from './PartInput.vue'

/** What is asked of a value: a text with names in it, and what it is compared with. */
type ValueIs = Extract<Condition, { kind: 'value-is' }>
const { label } = defineProps<{ label: string }>()
const condition = defineModel<ValueIs>({ required: true })

const tests: readonly { value: ValueTest['kind']; name: string }[] = [
  { value: 'is', name: 'is' },
  { value: 'begins', name: 'begins with' },
  { value: 'ends', name: 'ends with' },
  { value: 'has', name: 'has' },
  { value: 'fits', name: 'fits, with * and ?' },
  { value: 'empty', name: 'is empty' },
  { value: 'more', name: 'is more than' },
  { value: 'less', name: 'is less than' },
]

function setTest(kind: ValueTest['kind']): void {
  const text = 'text' in condition.value.test ? condition.value.test.text : ''
  condition.value = { ...condition.value, test: kind === 'empty' ? { kind } : { kind, text } }
}
</script>

<template>
  <PartInput
    :model-value="condition.text"
    placeholder="${count}"
    :label="`${label}: value`"
    @update:model-value="condition = { ...condition, text: $event }"
  />
  <ChoiceSelect
    :model-value="condition.test.kind"
    class="test"
    size="small"
    :label="`${label}: what is asked of it`"
    :options="tests"
    @update:model-value="setTest"
  />
  <PartInput
    v-if="condition.test.kind !== 'empty'"
    :model-value="condition.test.text"
    placeholder="a text or number"
    :label="`${label}: compared with`"
    @update:model-value="condition = { ...condition, test: { ...condition.test, text: $event } as ValueTest }"
  />
</template>

<style scoped>
.test {
  width: 150px;
}
</style>
