<script setup lang="ts">
import { WINDOW_CHOICES, windowChoiceWords } from '~~/core/steps'
import type { WindowChoice } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import ProgramSelect from '~/programs/ProgramSelect.vue'
import ResolvedText from '../ResolvedText.vue'

/** Windows: the one in front, those of a program, or by a part of their title. */
const { name, issueOf, values } = defineProps<{
  name: string
  issueOf: (path: string) => string | undefined
  values: Readonly<Record<string, string>>
}>()
const which = defineModel<WindowChoice>({ required: true })

const kinds = WINDOW_CHOICES.map((value) => ({ value, name: windowChoiceWords[value] }))

function choose(kind: (typeof WINDOW_CHOICES)[number]): void {
  if (kind === 'front') which.value = { kind }
  else if (kind === 'program') which.value = { kind, programId: '' }
  else if (kind === 'meant') which.value = { kind, programId: '', title: '' }
  else which.value = { kind, text: '' }
}
</script>

<template>
  <div class="first-line choosing">
    <ChoiceSelect
      :model-value="which.kind === 'window' ? 'front' : which.kind"
      :label="`Which windows of ${name}`"
      :options="kinds"
      @update:model-value="choose"
    />
    <ProgramSelect
      v-if="which.kind === 'program' || which.kind === 'meant'"
      :model-value="which.programId"
      :label="`Program of ${name}`"
      :invalid="issueOf('which.programId') !== undefined"
      @update:model-value="which = { ...which, programId: $event as string }"
    />
    <ElInput
      v-else-if="which.kind === 'title' || which.kind === 'named'"
      :model-value="which.text"
      :aria-label="`${which.kind === 'title' ? 'Part of the title' : 'Window'} of ${name}`"
      :aria-invalid="issueOf('which.text') !== undefined"
      :placeholder="which.kind === 'title' ? 'A part of the title' : '${window.id}'"
      @update:model-value="which = { kind: which.kind === 'title' ? 'title' : 'named', text: $event }"
    />
  </div>
  <ElInput
    v-if="which.kind === 'meant'"
    :model-value="which.title"
    :aria-label="`Title of the window of ${name}`"
    placeholder="Its whole title; any window of the program where it is empty"
    @update:model-value="which = { ...which, title: $event }"
  />
  <IssueLine :issue="issueOf('which.programId') ?? issueOf('which.text')" />
  <ResolvedText v-if="which.kind === 'title' || which.kind === 'named'" :text="which.text" :values="values" />
</template>

<style scoped>
.choosing {
  display: grid;
  grid-template-columns: 210px minmax(0, 1fr);
  gap: 8px;
}
</style>
