<script setup lang="ts">
/** Says that what is being edited was edited elsewhere, and lets the user choose. */
const { what } = defineProps<{ what: string }>()
const emit = defineEmits<{ theirs: []; mine: [] }>()
</script>

<template>
  <div class="overtaken" role="alert">
    <p>{{ what }} was edited elsewhere while you were at it. Nothing is overwritten until you choose.</p>
    <ElButton size="small" @click="emit('theirs')"> Take theirs </ElButton>
    <ElButton size="small" @click="emit('mine')"> Keep mine </ElButton>
  </div>
</template>

<style scoped>
.overtaken {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 8px 10px;
  border: 1px solid var(--fault);
  color: var(--fault);
}
p {
  flex: 1;
}
</style>
