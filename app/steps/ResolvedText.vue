<script setup lang="ts">
import { computed } from 'vue'
import { expandVariables } from '~~/core/command'

/** What a text with named values in it comes to now; nothing for a text without. */
const { text, values } = defineProps<{ text: string; values: Readonly<Record<string, string>> }>()

const resolved = computed(() => {
  if (!text.includes('${')) return undefined
  const expanded = expandVariables(text, values)
  return expanded.ok ? expanded.value : undefined
})
</script>

<template>
  <p v-if="resolved !== undefined" class="resolved cut" :title="resolved">now {{ resolved }}</p>
</template>

<style scoped>
.resolved {
  font: 12px/1.3 var(--mono);
  color: var(--ink-soft);
  padding-left: 2px;
}
</style>
