<script setup lang="ts">
import type { LampNow } from '~~/core/bench'

/** A round light: lit, dark, or hatched for unknown. The words beside it say the same. */
const { state } = defineProps<{ state: LampNow['state'] }>()
</script>

<template>
  <span class="lamp" :class="state" aria-hidden="true" />
</template>

<style scoped>
.lamp {
  display: inline-block;
  width: 12px;
  height: 12px;
  border-radius: 50%;
  border: 2px solid var(--ink-soft);
  flex: none;
}
.lit {
  background: var(--lamp-lit);
}
.dark {
  background: none;
}
.unknown {
  background: repeating-linear-gradient(45deg, var(--ink-soft) 0 2px, transparent 2px 4px);
}
</style>
