<script setup lang="ts">
/** A text or path in a condition. */
const {
  label,
  placeholder = undefined,
  isPath = false,
} = defineProps<{ label: string; placeholder?: string; isPath?: boolean }>()
const text = defineModel<string>({ required: true })
</script>

<template>
  <ElInput
    v-model="text"
    class="part-input"
    :class="{ mono: isPath }"
    size="small"
    :spellcheck="!isPath"
    :placeholder="placeholder"
    :aria-label="label"
  />
</template>

<style scoped>
.part-input {
  width: 230px;
}
</style>
