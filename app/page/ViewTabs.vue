<script setup lang="ts">
import { useRouter } from 'vue-router'

/** The parts of a view, told apart by `?tab=` in its address. */
const { tabs, modelValue, label } = defineProps<{
  tabs: readonly { readonly id: string; readonly name: string }[]
  modelValue: string
  label: string
}>()
const router = useRouter()
</script>

<template>
  <nav :aria-label="label">
    <button
      v-for="entry in tabs"
      :key="entry.id"
      type="button"
      :class="{ here: entry.id === modelValue }"
      :aria-current="entry.id === modelValue ? 'page' : undefined"
      @click="router.replace({ query: { tab: entry.id } })"
    >
      {{ entry.name }}
    </button>
  </nav>
</template>

<style scoped>
nav {
  display: flex;
  gap: 2px;
  margin-left: 6px;
}
nav button {
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  color: var(--ink);
  font: 600 14px var(--engraved);
  padding: 5px 9px 3px;
  cursor: pointer;
}
nav button:hover {
  background: var(--sunken);
}
nav button.here {
  border-bottom-color: var(--live-fill);
}
</style>
