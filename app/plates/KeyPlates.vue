<script setup lang="ts">
import { computed } from 'vue'

/** Chords as engraved labels, one per key; those of a sequence are set apart. */
const { chord, plain = false } = defineProps<{
  chord: string
  /** It is a typed word and no chord. */
  plain?: boolean
}>()

const words: Record<string, string> = { Up: '↑', Down: '↓', Left: '←', Right: '→' }
const chords = computed(() =>
  plain
    ? [[chord]]
    : chord
        .split(' ')
        .filter(Boolean)
        .map((text) =>
          text.endsWith('++') ? [...text.slice(0, -2).split('+'), '+'] : text === '+' ? ['+'] : text.split('+'),
        ),
)
</script>

<template>
  <span class="chord" role="img" :aria-label="chord">
    <span v-for="(parts, i) in chords" :key="i" class="one" aria-hidden="true"
      ><kbd v-for="(part, j) in parts" :key="j">{{ words[part] ?? part }}</kbd></span
    >
  </span>
</template>

<style scoped>
.chord {
  display: inline-flex;
  gap: 6px;
  white-space: nowrap;
}
.one {
  display: inline-flex;
  gap: 2px;
}
kbd {
  font: 500 12px/18px var(--mono);
  padding: 0 5px;
  min-width: 20px;
  text-align: center;
  border: 1px solid var(--line-strong);
  border-radius: 2px;
  background: var(--surface);
  color: var(--ink);
}
</style>
