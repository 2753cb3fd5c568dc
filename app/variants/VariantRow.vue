<script setup lang="ts">
import { own } from '~~/core/result'
import { describeClash } from '~~/core/clash'
import type { Clash } from '~~/core/clash'
import type { VariantColumn } from '~~/core/variants'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import IssueLine from '~/form/IssueLine.vue'
import RemoveButton from '~/form/RemoveButton.vue'
import type { DraftRow } from './readCsv'

/** One variant to be made: its name, what differs in it, its icon and its chord. */
const {
  columns,
  place,
  issues,
  clash = undefined,
} = defineProps<{
  columns: readonly VariantColumn[]
  /** Counted from 1. */
  place: number
  issues: { readonly name?: string; readonly chord?: string }
  /** The first thing that its chord clashes with. */
  clash?: Clash
}>()
const row = defineModel<DraftRow>({ required: true })
const emit = defineEmits<{ remove: [] }>()

function alter(part: Partial<DraftRow>): void {
  row.value = { ...row.value, ...part }
}

function setCell(column: VariantColumn, text: string): void {
  alter({ cells: { ...row.value.cells, [column.id]: text } })
}
</script>

<template>
  <tr>
    <td>
      <ElInput
        :model-value="row.name"
        :aria-label="`Name of row ${place}`"
        :aria-invalid="issues.name !== undefined"
        @update:model-value="alter({ name: $event })"
      />
      <IssueLine :issue="issues.name" />
    </td>
    <td v-for="column in columns" :key="column.id">
      <label v-if="column.kind === 'present'" class="present"
        ><ElCheckbox
          :model-value="(own(row.cells, column.id) ?? column.pattern) !== ''"
          :aria-label="`${column.key} in row ${place}`"
          @update:model-value="setCell(column, $event ? column.pattern : '')"
      /></label>
      <ChoiceSelect
        v-else-if="column.choices"
        :model-value="own(row.cells, column.id) ?? column.pattern"
        filterable
        allow-create
        :label="`${column.key} of row ${place}`"
        :options="column.choices"
        @update:model-value="setCell(column, $event)"
      />
      <ElInput
        v-else
        :model-value="own(row.cells, column.id) ?? column.pattern"
        class="mono"
        :aria-label="`${column.key} of row ${place}`"
        @update:model-value="setCell(column, $event)"
      />
    </td>
    <td>
      <ElInput
        :model-value="row.icon"
        placeholder="as pattern"
        :aria-label="`Icon of row ${place}`"
        @update:model-value="alter({ icon: $event })"
      />
    </td>
    <td>
      <ElInput
        :model-value="row.chord"
        class="mono"
        placeholder="none"
        :aria-label="`Chord of row ${place}`"
        :aria-invalid="issues.chord !== undefined || clash !== undefined"
        @update:model-value="alter({ chord: $event })"
      />
      <IssueLine :issue="issues.chord" />
      <p v-if="clash" class="fault">{{ describeClash(clash) }}</p>
    </td>
    <td>
      <RemoveButton :label="`Remove row ${place}`" @click="emit('remove')" />
    </td>
  </tr>
</template>

<style scoped>
td {
  padding: 3px 6px;
  border-top: 1px solid var(--line);
  vertical-align: top;
  min-width: 110px;
}
td:first-child {
  min-width: 340px;
}
td:last-child {
  min-width: 0;
  width: 36px;
}
.present {
  display: flex;
  height: 32px;
  align-items: center;
}
.mono :deep(.el-input__inner) {
  font-family: var(--mono);
  font-size: 13px;
}
</style>
