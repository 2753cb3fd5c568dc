<script setup lang="ts">
import type { StepOf } from '~~/core/steps'
import AddButton from '~/form/AddButton.vue'
import IssueLine from '~/form/IssueLine.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import ChordField from '~/keys/ChordField.vue'
import FindingLines from '../FindingLines.vue'
import ProgramOrFront from './ProgramOrFront.vue'
import type { StepFormProps } from './stepForm'

const { name, findings, issueOf } = defineProps<StepFormProps>()
const step = defineModel<StepOf<'keys.send'>>({ required: true })

function set(chords: string[]): void {
  step.value = { ...step.value, chords }
}
</script>

<template>
  <ProgramOrFront
    class="first-line"
    :model-value="step.programId"
    :name="name"
    :invalid="issueOf('programId') !== undefined"
    @update:model-value="step = { ...step, programId: $event }"
  />
  <div v-for="(chord, i) in step.chords" :key="i" class="chord">
    <ChordField
      :model-value="chord"
      :label="`Key ${i + 1} of ${name}`"
      :issue="issueOf(`chords.${i}`)"
      @update:model-value="set(step.chords.with(i, $event))"
    />
    <RemoveButton
      v-if="step.chords.length > 1"
      :label="`Remove key ${i + 1}`"
      @click="set(step.chords.toSpliced(i, 1))"
    />
  </div>
  <div>
    <AddButton @click="set([...step.chords, ''])"> Key </AddButton>
  </div>
  <IssueLine :issue="issueOf('chords')" />
  <FindingLines :findings="findings" />
</template>

<style scoped>
.chord {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 8px;
  align-items: start;
}
</style>
