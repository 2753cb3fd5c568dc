<script setup lang="ts">
import { computed } from 'vue'
import { PROGRAM_CHOICES, programChoiceWords } from '~~/core/steps'
import type { ProgramChoice } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import { useMirror } from '~/live/useMirror'
import ProgramSelect from '~/programs/ProgramSelect.vue'

/** Programs, many at once: these, all but these, all, of a category, the one in front. */
const { name, issueOf } = defineProps<{ name: string; issueOf: (path: string) => string | undefined }>()
const which = defineModel<ProgramChoice>({ required: true })

const mirror = useMirror()
const kinds = PROGRAM_CHOICES.map((value) => ({ value, name: programChoiceWords[value] }))
const categories = computed(() =>
  [...new Set(Object.values(mirror.bench.programs).flatMap(({ categories: all }) => all))]
    .sort()
    .map((value) => ({ value, name: value })),
)

function choose(kind: ProgramChoice['kind']): void {
  const programIds = 'programIds' in which.value ? which.value.programIds : []
  if (kind === 'these' || kind === 'all-but') which.value = { kind, programIds }
  else if (kind === 'category') which.value = { kind, category: categories.value[0]?.value ?? '' }
  else if (kind === 'named') which.value = { kind, text: '' }
  else which.value = { kind }
}
</script>

<template>
  <div class="first-line choosing">
    <ChoiceSelect
      :model-value="which.kind"
      :label="`Which programs of ${name}`"
      :options="kinds"
      @update:model-value="choose"
    />
    <ProgramSelect
      v-if="which.kind === 'these' || which.kind === 'all-but'"
      :model-value="which.programIds"
      multiple
      :label="`Programs of ${name}`"
      :invalid="issueOf('which.programIds') !== undefined"
      @update:model-value="
        which = { kind: which.kind === 'these' ? 'these' : 'all-but', programIds: $event as string[] }
      "
    />
    <ChoiceSelect
      v-else-if="which.kind === 'category'"
      :model-value="which.category"
      filterable
      :label="`Category of ${name}`"
      :options="categories"
      @update:model-value="which = { kind: 'category', category: $event }"
    />
    <ElInput
      v-else-if="which.kind === 'named'"
      :model-value="which.text"
      :aria-label="`Name of the program of ${name}`"
      :aria-invalid="issueOf('which.text') !== undefined"
      placeholder="${program.id}"
      @update:model-value="which = { kind: 'named', text: $event }"
    />
  </div>
  <IssueLine :issue="issueOf('which.programIds') ?? issueOf('which.category') ?? issueOf('which.text')" />
</template>

<style scoped>
.choosing {
  display: grid;
  grid-template-columns: 210px minmax(0, 1fr);
  gap: 8px;
}
</style>
