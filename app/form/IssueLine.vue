<script setup lang="ts">
/** What is wrong with the field above, if anything is. */
const { issue } = defineProps<{ issue: string | undefined }>()
</script>

<template>
  <p v-if="issue" class="fault" role="alert">
    {{ issue }}
  </p>
</template>
