<script setup lang="ts">
import type { Control } from '~~/core/bench'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import LateInput from '~/form/LateInput.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import { idFrom, joinList, splitList } from '~/programs/programDraft'
import { freshControl } from './deviceDraft'

/** One control of a device that is described: its name, its kind and what it can be set to. */
const { place, issue = undefined } = defineProps<{
  /** Counted from 1. */
  place: number
  issue?: string
}>()
const control = defineModel<Control>({ required: true })
const emit = defineEmits<{ remove: [] }>()

const kinds = [
  { value: 'switch', name: 'on or off' },
  { value: 'level', name: 'a number' },
  { value: 'choice', name: 'one of several' },
]
const limits = [
  { part: 'min', word: 'Lowest' },
  { part: 'max', word: 'Highest' },
  { part: 'step', word: 'Step' },
] as const

function alter(part: Record<string, unknown>): void {
  control.value = { ...control.value, ...part } as Control
}

/** A value that keeps its name keeps its id. */
function setChoices(text: string): void {
  const known = control.value.kind === 'choice' ? control.value.choices : []
  alter({
    choices: splitList(text).map(
      (name) => known.find((choice) => choice.name === name) ?? { id: idFrom(name, {}), name },
    ),
  })
}
</script>

<template>
  <fieldset class="control">
    <legend>Control {{ place }}</legend>
    <ElInput
      :model-value="control.name"
      :aria-label="`Name of control ${place}`"
      placeholder="Name"
      @update:model-value="alter({ name: $event })"
    />
    <ChoiceSelect
      :model-value="control.kind as string"
      :label="`Kind of control ${place}`"
      :options="kinds"
      @update:model-value="control = freshControl($event as Control['kind'], control.name)"
    />
    <template v-if="control.kind === 'switch'">
      <ElInput
        v-for="part in ['on', 'off'] as const"
        :key="part"
        :model-value="control[part]"
        :aria-label="`Word for ${part} of control ${place}`"
        :placeholder="`Word for ${part}`"
        @update:model-value="alter({ [part]: $event })"
      />
    </template>
    <template v-else-if="control.kind === 'level'">
      <ElInputNumber
        v-for="{ part, word } in limits"
        :key="part"
        :model-value="control[part]"
        controls-position="right"
        :aria-label="`${word} of control ${place}`"
        @update:model-value="alter({ [part]: $event ?? 0 })"
      />
      <ElInput
        :model-value="control.unit"
        :aria-label="`Unit of control ${place}`"
        placeholder="Unit"
        @update:model-value="alter({ unit: $event })"
      />
    </template>
    <LateInput
      v-else
      class="wide"
      :model-value="joinList(control.choices.map((choice) => choice.name))"
      :aria-label="`Values of control ${place}, separated by commas`"
      placeholder="Low, Medium, High"
      @update:model-value="setChoices"
    />
    <RemoveButton :label="`Remove control ${place}`" @click="emit('remove')" />
    <IssueLine :issue="issue" />
  </fieldset>
</template>

<style scoped>
.control {
  border: 1px solid var(--line);
  border-radius: var(--radius);
  margin: 0;
  padding: 6px 12px 12px;
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) 140px repeat(4, minmax(0, 1fr)) 28px;
  gap: 8px;
  align-items: center;
}
.control .wide {
  grid-column: span 4;
}
.control .el-button {
  grid-column: -2;
  padding: 0;
}
.control p {
  grid-column: 1 / -1;
}
.control .el-input-number {
  width: 100%;
}
</style>
