<script setup lang="ts">
/** What can be done in a folder, or in the bin, with as many as are marked. */
const { folder, isBin, markedCount } = defineProps<{ folder: string; isBin: boolean; markedCount: number }>()
const emit = defineEmits<{ up: []; make: []; rename: []; bin: []; restore: [] }>()
</script>

<template>
  <div class="tools">
    <button type="button" :disabled="folder === '/'" @click="emit('up')">Up</button>
    <code class="cut" :title="folder">{{ folder }}</code>
    <button v-if="!isBin" type="button" @click="emit('make')">New folder</button>
    <button v-if="!isBin" type="button" :disabled="markedCount !== 1" @click="emit('rename')">Rename</button>
    <button v-if="!isBin" type="button" :disabled="markedCount === 0" @click="emit('bin')">To the bin</button>
    <button v-else type="button" :disabled="markedCount === 0" @click="emit('restore')">Take out</button>
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px;
  padding: 3px 6px;
  border-bottom: 1px solid var(--line);
}
.tools code {
  flex: 1 1 40px;
  min-width: 40px;
  font-size: 12px;
}
.tools button {
  border: 1px solid var(--line-strong);
  background: var(--surface);
  color: var(--ink);
  font: 600 12px var(--engraved);
  padding: 2px 6px;
  cursor: pointer;
  white-space: nowrap;
}
.tools button:disabled {
  color: var(--ink-soft);
  border-style: dashed;
  cursor: default;
}
</style>
