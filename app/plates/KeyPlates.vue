<script setup lang="ts">
import { computed } from 'vue'

/** A chord as engraved labels, one per key. */
const { chord } = defineProps<{ chord: string }>()

const words: Record<string, string> = { Up: '↑', Down: '↓', Left: '←', Right: '→' }
const parts = computed(() => chord.split('+'))
</script>

<template>
  <span
    class="chord"
    :aria-label="chord"
  >
    <kbd
      v-for="(part, i) in parts"
      :key="i"
      aria-hidden="true"
    >{{ words[part] ?? part }}</kbd>
  </span>
</template>

<style scoped>
.chord { display: inline-flex; gap: 2px; white-space: nowrap; }
kbd {
  font: 500 12px/18px var(--mono); padding: 0 5px; min-width: 20px; text-align: center;
  border: 1px solid var(--line-strong); border-radius: 2px; background: var(--surface); color: var(--ink);
}
</style>
