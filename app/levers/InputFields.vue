<script setup lang="ts">
import { inputKindWords } from '~~/core/levers'
import type { InputKind, LeverInput } from '~~/core/levers'
import ChoiceField from '~/form/ChoiceField.vue'
import { optionsOf } from '~/form/optionsOf'
import RemoveButton from '~/form/RemoveButton.vue'
import RowsField from '~/form/RowsField.vue'
import TextField from '~/form/TextField.vue'

/** What a lever can be given when it is pulled: by another lever, from the launcher, through the API. */
const { issueOf } = defineProps<{ issueOf: (path: string) => string | undefined }>()
const inputs = defineModel<LeverInput[] | null | undefined>({ required: true })

const kinds = optionsOf(inputKindWords)

function set(at: number, part: Partial<LeverInput>): void {
  const { standard, choices, ...input } = { ...inputs.value![at]!, ...part }
  inputs.value = inputs.value!.with(at, {
    ...input,
    ...(standard === undefined || standard === '' ? {} : { standard }),
    ...(input.kind === 'choice' ? { choices: choices ?? [] } : {}),
  })
}

function choicesIn(text: string): string[] {
  return text
    .split(',')
    .map((choice) => choice.trim())
    .filter(Boolean)
}

function add(): void {
  const before = inputs.value ?? []
  inputs.value = [...before, { name: `input${before.length + 1}`, kind: 'text' as InputKind }]
}

function remove(at: number): void {
  const after = inputs.value!.toSpliced(at, 1)
  inputs.value = after.length > 0 ? after : undefined
}
</script>

<template>
  <RowsField legend="What it is given" add-word="Input" hint="names that its steps can use" @add="add">
    <div v-for="(input, i) in inputs ?? []" :key="i" class="part input">
      <TextField
        :model-value="input.name"
        label="Name"
        mono
        :issue="issueOf(`inputs.${i}.name`)"
        @update:model-value="set(i, { name: $event })"
      />
      <ChoiceField
        :model-value="input.kind"
        label="Is"
        :options="kinds"
        @update:model-value="set(i, { kind: $event })"
      />
      <TextField
        :model-value="input.standard ?? ''"
        label="Otherwise"
        hint="must be given, where empty"
        :issue="issueOf(`inputs.${i}.standard`)"
        @update:model-value="set(i, { standard: $event })"
      />
      <TextField
        v-if="input.kind === 'choice'"
        class="choices"
        :model-value="(input.choices ?? []).join(', ')"
        label="Chosen from"
        hint="with commas between"
        :issue="issueOf(`inputs.${i}.choices`)"
        @update:model-value="set(i, { choices: choicesIn($event) })"
      />
      <RemoveButton :label="`Remove the input ${input.name}`" @click="remove(i)" />
    </div>
  </RowsField>
</template>

<style scoped>
.input {
  grid-template-columns: 1fr 1fr 1fr auto;
  align-items: end !important;
}
.choices {
  grid-column: 1 / span 3;
}
</style>
