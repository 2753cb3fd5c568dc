<script setup lang="ts">
import { computed } from 'vue'
import { marksOf } from '~~/core/search'

/** A text with the letters marked that are why it was found. */
const { text, query } = defineProps<{ text: string; query: string }>()

const pieces = computed(() => {
  const all: { text: string; isMarked: boolean }[] = []
  let at = 0
  for (const [from, to] of marksOf(text, query)) {
    if (from > at) all.push({ text: text.slice(at, from), isMarked: false })
    all.push({ text: text.slice(from, to), isMarked: true })
    at = to
  }
  if (at < text.length) all.push({ text: text.slice(at), isMarked: false })
  return all
})
</script>

<template>
  <template v-for="(piece, i) in pieces" :key="i"
    ><mark v-if="piece.isMarked">{{ piece.text }}</mark
    ><template v-else>{{ piece.text }}</template></template
  >
</template>

<style scoped>
mark {
  background: none;
  color: inherit;
  text-decoration: underline;
  text-decoration-color: var(--live);
  text-decoration-thickness: 2px;
  text-underline-offset: 3px;
}
</style>
