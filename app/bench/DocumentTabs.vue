<script setup lang="ts">
import { documentName } from '~~/core/bench'
import type { BenchDocument } from '~~/core/bench'

/** The documents of a window, where it has several; a press shows one. */
const { documents, inFront } = defineProps<{ documents: readonly BenchDocument[]; inFront?: BenchDocument }>()
const emit = defineEmits<{ show: [document: BenchDocument] }>()
</script>

<template>
  <div class="tabs" role="tablist" aria-label="Documents">
    <button
      v-for="(document, i) in documents"
      :key="document.path"
      type="button"
      role="tab"
      class="cut"
      :aria-selected="document === inFront"
      :title="`${document.path}, ${document.role}`"
      @click="emit('show', document)"
    >
      <span class="soft">{{ i + 1 }}</span> {{ documentName(document) }}
    </button>
  </div>
</template>

<style scoped>
.tabs {
  display: flex;
  gap: 2px;
  padding: 3px 6px 0;
  border-bottom: 1px solid var(--line);
  overflow: hidden;
  flex: none;
}
.tabs button {
  border: 1px solid var(--line);
  border-bottom: 0;
  background: var(--sunken);
  color: var(--ink-soft);
  font: 12px/1.5 var(--plain);
  padding: 1px 8px;
  min-width: 0;
  max-width: 170px;
  cursor: pointer;
}
.tabs button[aria-selected='true'] {
  background: var(--surface);
  color: var(--ink);
  border-color: var(--line-strong);
}
</style>
