<script setup lang="ts">
import IssueLine from '~/form/IssueLine.vue'
import ProgramSelect from '~/programs/ProgramSelect.vue'

/** The program that a step is about, beside the kind of the step. */
const { name, issue } = defineProps<{ name: string; issue: string | undefined }>()
const programId = defineModel<string>({ required: true })
</script>

<template>
  <div class="first-line">
    <ProgramSelect
      :model-value="programId"
      :label="`Program of ${name}`"
      :invalid="issue !== undefined"
      @update:model-value="programId = $event as string"
    />
  </div>
  <IssueLine :issue="issue" />
</template>
