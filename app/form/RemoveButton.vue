<script setup lang="ts">
import IconX from '~icons/tabler/x'

/** Takes one row out of a list. */
const { label } = defineProps<{ label: string }>()
</script>

<template>
  <ElButton size="small" class="remove" :aria-label="label">
    <IconX class="icon" />
  </ElButton>
</template>

<style scoped>
.remove {
  padding: 0;
  width: 28px;
  margin: 0;
}
</style>
