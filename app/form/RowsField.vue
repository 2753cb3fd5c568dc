<script setup lang="ts">
import AddButton from './AddButton.vue'

/** A list that is filled in row by row, with what adds a row below it. */
const { legend, addWord, hint = undefined } = defineProps<{ legend: string; addWord: string; hint?: string }>()
const emit = defineEmits<{ add: [] }>()
</script>

<template>
  <fieldset>
    <legend>
      {{ legend }}
      <span v-if="hint || $slots.hint" class="soft"
        ><slot name="hint">{{ hint }}</slot></span
      >
    </legend>
    <slot />
    <AddButton @click="emit('add')"> {{ addWord }} </AddButton>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
  justify-items: start;
  min-width: 0;
}
legend {
  font: 600 14px var(--engraved);
  padding: 0 0 4px;
}
legend .soft {
  font: 400 13px var(--plain);
}
fieldset > :slotted(.part) {
  display: grid;
  gap: 6px;
  align-items: center;
  width: 100%;
}
fieldset > :slotted(.part > p) {
  grid-column: 1 / -1;
}
</style>
