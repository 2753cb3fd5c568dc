<script setup lang="ts">
import RenameInput from '~/form/RenameInput.vue'

/** The name of a row or an open folder above its plates, given where it stands; beside it what can be done with it. */
defineProps<{ name: string; of: 'row' | 'folder'; isNaming: boolean }>()
const emit = defineEmits<{ take: [name: string]; leave: []; ask: [] }>()
</script>

<template>
  <header :class="of">
    <RenameInput
      v-if="isNaming"
      :value="name"
      :label="`Name of the ${of}`"
      @take="emit('take', $event)"
      @leave="emit('leave')"
    />
    <h2 v-else-if="of === 'row'" @dblclick="emit('ask')">{{ name }}</h2>
    <h3 v-else @dblclick="emit('ask')">{{ name }}</h3>
    <slot />
  </header>
</template>

<style scoped>
header {
  display: flex;
  gap: 8px;
  align-items: center;
  height: 30px;
  padding: 4px 16px 0;
}
.row {
  border-bottom: 1px solid var(--line);
}
.folder {
  height: 26px;
}
h2 {
  font: 600 14px/1.2 var(--engraved);
}
</style>
