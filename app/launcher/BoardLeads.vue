<script setup lang="ts">
import IconCalculator from '~icons/tabler/calculator'
import IconRack from '~icons/tabler/layout-grid'
import QuickRow from './QuickRow.vue'
import type { BoardRow } from './useBoard'

/** The rows of the board before what was found: a sum, levers with what they are given, rows of the rack. */
defineProps<{ rows: readonly BoardRow[]; chosen: number }>()
const emit = defineEmits<{ go: [row: number] }>()
</script>

<template>
  <div
    v-for="(row, i) in rows"
    :id="`launcher-${i}`"
    :key="i"
    class="lead"
    role="option"
    :aria-selected="i === chosen"
    @mousedown.prevent="emit('go', i)"
  >
    <template v-if="row.kind === 'sum'">
      <IconCalculator class="icon" />
      <strong class="sum cut">{{ row.sum.text }} = {{ row.sum.value }}</strong>
      <span class="soft note">a sign in front goes on from it</span>
      <span class="does">copies it</span>
    </template>
    <QuickRow v-else-if="row.kind === 'quick'" :quick="row.quick" />
    <template v-else-if="row.kind === 'spot'">
      <IconRack class="icon" />
      <strong class="cut">{{ row.spot.label }}</strong>
      <span class="soft note">{{ row.spot.pageId === undefined ? 'a new page of that name' : '' }}</span>
      <span class="does">puts it there</span>
    </template>
  </div>
</template>

<style scoped>
.lead {
  display: grid;
  grid-template-columns: 48px minmax(180px, 1.1fr) minmax(0, 1.3fr) 120px 150px 130px;
  gap: 12px;
  align-items: center;
  min-height: 38px;
  padding: 0 16px;
  border-bottom: 1px solid var(--line-strong);
  cursor: default;
}
.lead > svg {
  justify-self: center;
}
.lead[aria-selected='true'] {
  background: var(--press-soft);
  box-shadow: 3px 0 0 var(--press) inset;
}
.lead > :deep(.status) {
  grid-column: 6;
}
.lead > :deep(.status.fault) {
  grid-column: 2 / span 5;
  padding-bottom: 6px;
}
.lead > .note {
  grid-column: 4 / span 2;
}
.sum {
  grid-column: 2 / span 2;
  font: 500 16px var(--mono);
}
.does {
  font: 600 13px var(--engraved);
}
</style>
