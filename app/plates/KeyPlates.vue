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
const keys = computed(() =>
  chords.value.flatMap((parts, i) => parts.map((part, j) => ({ word: words[part] ?? part, isNext: i > 0 && j === 0 }))),
)
</script>

<template>
  <span class="chord" role="img" :aria-label="chord">
    <kbd v-for="({ word, isNext }, i) in keys" :key="i" :class="{ next: isNext }" aria-hidden="true">{{ word }}</kbd>
  </span>
</template>

<style scoped>
.chord {
  white-space: nowrap;
}
/* In line: boxes in boxes take longer to lay out, and a list has many. */
kbd {
  font: 500 12px/20px var(--mono);
  padding: 1px 5px;
  border: 1px solid var(--line-strong);
  border-radius: 2px;
  background: var(--surface);
  color: var(--ink);
}
kbd + kbd {
  margin-left: 2px;
}
kbd + .next {
  margin-left: 6px;
}
</style>
