<script setup lang="ts">
/** An icon of the shipped set by its name, in the colour of the text around it. */
const { name } = defineProps<{ name: string | undefined }>()
</script>

<template>
  <span
    class="set-icon icon"
    :style="{ '--drawing': `url(/api/icons/set/${encodeURIComponent(name || 'app-window')})` }"
    aria-hidden="true"
  />
</template>

<style scoped>
.set-icon {
  display: inline-block;
  background: currentColor;
  mask: var(--drawing) center / contain no-repeat;
}
</style>
