<script setup lang="ts">
import { computed } from 'vue'
import { actsOf } from '~~/core/finding'
import type { EntryAct } from '~~/core/finding'
import KeyPlates from '~/plates/KeyPlates.vue'
import type { Hit } from './finderMessages'

/** All that can be done with the chosen row, each with its key. */
const { hit, does, without = [] } = defineProps<{ hit: Hit; does: string; without?: readonly EntryAct[] }>()
const emit = defineEmits<{ act: [act: EntryAct] }>()

const acts = computed(() =>
  actsOf(hit.entry.kind)
    .filter(({ act }) => !without.includes(act))
    .map((entry) => (entry.act === 'go' ? { ...entry, label: does } : entry)),
)
</script>

<template>
  <div class="acts" role="toolbar" :aria-label="`What can be done with ${hit.entry.name}`">
    <button
      v-for="entry in acts"
      :key="entry.act"
      type="button"
      tabindex="-1"
      @mousedown.prevent="emit('act', entry.act)"
    >
      <KeyPlates :chord="entry.keys" /> {{ entry.label }}
    </button>
  </div>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0 4px;
  padding: 3px 12px;
  background: var(--sunken);
}
button {
  display: flex;
  gap: 5px;
  align-items: center;
  height: 26px;
  padding: 0 6px;
  border: 0;
  background: none;
  color: var(--ink);
  font: 600 13px var(--engraved);
  cursor: pointer;
}
button:hover {
  background: var(--press-soft);
}
</style>
