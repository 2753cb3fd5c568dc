<script setup lang="ts">
/** One setting: what it is, the value in force, what it was as delivered, and a way back to that. */
const {
  label,
  hint = undefined,
  usual,
  isUsual,
  issue = undefined,
} = defineProps<{
  label: string
  hint?: string
  /** The value as delivered, in words. */
  usual: string
  isUsual: boolean
  issue?: string
}>()
defineEmits<{ back: [] }>()
</script>

<template>
  <div class="setting" role="group" :aria-label="label">
    <div>
      <strong>{{ label }}</strong>
      <p v-if="hint" class="soft">{{ hint }}</p>
    </div>
    <div>
      <slot />
      <p v-if="issue" class="fault" role="alert">{{ issue }}</p>
    </div>
    <span class="soft">as delivered: {{ usual }}</span>
    <ElButton v-if="!isUsual" size="small" :aria-label="`Set ${label} back to ${usual}`" @click="$emit('back')">
      Back to it
    </ElButton>
    <span v-else class="soft">in force</span>
  </div>
</template>

<style scoped>
.setting {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 220px 220px 90px;
  gap: 4px 16px;
  align-items: center;
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
}
strong {
  font: 600 14px var(--engraved);
}
p {
  font-size: 13px;
}
</style>
