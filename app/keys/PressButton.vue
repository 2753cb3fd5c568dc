<script setup lang="ts">
/** Takes what is pressed while it is on, so that a key is shown rather than named; what was pressed comes as its events. */
const { label } = defineProps<{ label: string }>()
const isCapturing = defineModel<boolean>({ required: true })
</script>

<template>
  <button
    type="button"
    class="press"
    :class="{ on: isCapturing }"
    :data-captures-keys="isCapturing || undefined"
    :aria-pressed="isCapturing"
    :aria-label="`Press ${label.toLowerCase()}`"
    @click="isCapturing = !isCapturing"
    @blur="isCapturing = false"
  >
    <slot v-if="isCapturing" />
    <template v-else>Press</template>
  </button>
</template>

<style scoped>
.press {
  border: 1px solid var(--line-strong);
  border-bottom-width: 2px;
  border-radius: var(--radius);
  background: var(--surface);
  color: var(--ink);
  font: 600 14px var(--engraved);
  cursor: pointer;
}
.press.on {
  border-color: var(--live);
  background: var(--sunken);
  color: var(--live);
}
</style>
