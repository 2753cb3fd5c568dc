<script setup lang="ts">
import { inputKindWords } from '~~/core/levers'
import type { LeverInput } from '~~/core/levers'
import TextField from '~/form/TextField.vue'

/** What a lever is given, a field for each of its inputs; its standard counts where nothing is typed. */
const { inputs, issues } = defineProps<{
  inputs: readonly LeverInput[]
  /** What is wrong, by the name of the input. */
  issues: Readonly<Record<string, string | undefined>>
}>()
const texts = defineModel<Readonly<Record<string, string>>>({ required: true })
</script>

<template>
  <TextField
    v-for="input in inputs"
    :key="input.name"
    :model-value="texts[input.name] ?? ''"
    :label="input.name"
    :hint="inputKindWords[input.kind]"
    :placeholder="input.standard"
    :issue="issues[input.name]"
    @update:model-value="texts = { ...texts, [input.name]: $event }"
  />
</template>
