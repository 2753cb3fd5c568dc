<script setup lang="ts">
import type { Positional } from '~~/core/command'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import LateInput from '~/form/LateInput.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import RowsField from '~/form/RowsField.vue'
import { emptyPositional, joinList, readSource, splitList, writeSource } from './programDraft'

/** What a program takes beside its options, in order, one a row. */
const { issueOf } = defineProps<{ issueOf: (path: string) => string | undefined }>()
const positionals = defineModel<Positional[]>({ required: true })

const kinds = (['file', 'folder', 'address', 'text'] as const).map((kind) => ({ value: kind, name: kind }))

function alter(index: number, part: Partial<Positional>): void {
  positionals.value = positionals.value.with(index, { ...positionals.value[index]!, ...part })
}

function setEndings(index: number, text: string): void {
  const endings = splitList(text).map((ending) => ending.toLowerCase())
  alter(index, { endings: endings.length > 0 ? endings : undefined })
}
</script>

<template>
  <RowsField
    legend="Files, folders and addresses it takes"
    add-word="Position"
    @add="positionals = [...positionals, emptyPositional()]"
  >
    <div v-for="(positional, i) in positionals" :key="i" class="part positional">
      <ChoiceSelect
        :model-value="positional.kind"
        :label="`Kind of position ${i + 1}`"
        :options="kinds"
        @update:model-value="alter(i, { kind: $event as Positional['kind'] })"
      />
      <ElInput
        :model-value="positional.role"
        :aria-label="`What position ${i + 1} is to it`"
        placeholder="base atlas"
        @update:model-value="alter(i, { role: $event })"
      />
      <LateInput
        :model-value="joinList(positional.endings)"
        :aria-label="`Endings of position ${i + 1}`"
        placeholder=".atlas, .map"
        @update:model-value="setEndings(i, $event)"
      />
      <LateInput
        :model-value="positional.most?.toString() ?? ''"
        :aria-label="`Most of position ${i + 1}`"
        placeholder="any number"
        @update:model-value="alter(i, { most: Number($event) > 0 ? Math.floor(Number($event)) : undefined })"
      />
      <LateInput
        :model-value="writeSource(positional.source)"
        class="mono"
        :aria-label="`Where position ${i + 1} is chosen from`"
        placeholder="*.atlas below ${charts}"
        @update:model-value="alter(i, { source: readSource($event) })"
      />
      <RemoveButton :label="`Remove position ${i + 1}`" @click="positionals = positionals.toSpliced(i, 1)" />
      <IssueLine :issue="issueOf(String(i))" />
    </div>
  </RowsField>
</template>

<style scoped>
.positional {
  grid-template-columns: 96px 130px minmax(0, 1fr) 96px minmax(0, 1.4fr) 28px;
}
</style>
