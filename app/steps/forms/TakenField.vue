<script setup lang="ts">
import { TAKEN_POLICIES, takenWords } from '~~/core/steps'
import type { TakenPolicy } from '~~/core/steps'
import ChoiceField from '~/form/ChoiceField.vue'

/** What happens where a name is taken. */
const policy = defineModel<TakenPolicy>({ required: true })
const options = TAKEN_POLICIES.map((value) => ({ value, name: takenWords[value] }))
</script>

<template>
  <ChoiceField v-model="policy" label="Where a name is taken" :options="options" />
</template>
