<script setup lang="ts">
import { computed } from 'vue'
import { LEDGER_OUTCOMES } from '~~/core/ledger'
import type { LedgerOutcome } from '~~/core/ledger'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import NameSelect from '~/form/NameSelect.vue'
import { useMirror } from '~/live/useMirror'
import { LEDGER_QUERY } from './ledgerQuery'
import type { LedgerQuery } from './ledgerQuery'
import { sourceWords } from './runWords'

/** Which runs are meant, part by part; what is empty is no matter. */
const query = defineModel<LedgerQuery>({ required: true })

const mirror = useMirror()
const outcomeWords: Record<LedgerOutcome, string> = {
  open: 'going on',
  done: 'done',
  failed: 'failed',
  stopped: 'stopped',
  'put-back': 'put back',
}
const outcomes = LEDGER_OUTCOMES.map((value) => ({ value, name: outcomeWords[value] }))
const sources = Object.entries(sourceWords).map(([value, name]) => ({ value, name }))
const programs = computed(() => Object.values(mirror.bench.programs).map(({ id, name }) => ({ value: id, name })))
const names = computed(
  () =>
    [
      { part: 'lever', of: 'lever', label: 'Runs of a lever', options: mirror.leverChoices, none: 'Any lever' },
      { part: 'frame', of: 'frame', label: 'Runs in a frame', options: mirror.frameChoices, none: 'Any frame' },
      { part: 'program', of: 'program', label: 'Runs with a program', options: programs.value, none: 'Any program' },
    ] as const,
)
const choices = [
  { part: 'outcome', label: 'Runs with an outcome', options: outcomes, none: 'Any outcome' },
  { part: 'by', label: 'Runs pulled by', options: sources, none: 'Pulled by any' },
] as const
const isFiltered = computed(() => Object.entries(query.value).some(([name, value]) => name !== 'text' && value !== ''))

function set(part: Partial<Record<keyof LedgerQuery, unknown>>): void {
  const said = Object.entries(part).map(([name, value]) => [name, typeof value === 'string' ? value : ''])
  query.value = { ...query.value, ...(Object.fromEntries(said) as Partial<LedgerQuery>) }
}
</script>

<template>
  <div class="filters" role="group" aria-label="Which runs">
    <NameSelect
      v-for="one in names"
      :key="one.part"
      :model-value="query[one.part]"
      :of="one.of"
      :label="one.label"
      :options="one.options"
      :placeholder="one.none"
      clearable
      :class="{ wide: one.part === 'lever' }"
      @update:model-value="set({ [one.part]: $event })"
    />
    <ChoiceSelect
      v-for="one in choices"
      :key="one.part"
      :model-value="query[one.part]"
      :label="one.label"
      :options="one.options"
      :placeholder="one.none"
      clearable
      @update:model-value="set({ [one.part]: $event })"
    />
    <ElInput
      :model-value="query.from"
      type="date"
      aria-label="From this day on"
      :max="query.until"
      @update:model-value="set({ from: $event })"
    />
    <span class="soft">to</span>
    <ElInput
      :model-value="query.until"
      type="date"
      aria-label="Until this day"
      :min="query.from"
      @update:model-value="set({ until: $event })"
    />
    <ElButton v-if="isFiltered" text @click="query = { ...LEDGER_QUERY, text: query.text }">All runs</ElButton>
  </div>
</template>

<style scoped>
.filters {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 6px 16px;
  border-bottom: 1px solid var(--line);
}
.filters > :deep(.el-select) {
  flex: 1 1 110px;
  min-width: 0;
}
.filters > .wide {
  flex-grow: 2;
}
.filters > :deep(.el-input) {
  width: 136px;
  flex: none;
}
</style>
