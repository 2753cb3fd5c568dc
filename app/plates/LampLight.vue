<script setup lang="ts">
import type { ControlValue } from '~~/core/bench'

/** A round light: lit, dark, or hatched for unknown. The words beside it say the same. */
const { value } = defineProps<{ value: ControlValue }>()
</script>

<template>
  <span
    class="lamp"
    :class="value === null ? 'unknown' : value ? 'lit' : 'dark'"
    aria-hidden="true"
  />
</template>

<style scoped>
.lamp { display: inline-block; width: 12px; height: 12px; border-radius: 50%; border: 2px solid var(--ink-soft); flex: none; }
.lit { background: var(--lamp-lit); }
.dark { background: none; }
.unknown { background: repeating-linear-gradient(45deg, var(--ink-soft) 0 2px, transparent 2px 4px); }
</style>
