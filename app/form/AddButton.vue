<script setup lang="ts">
import IconPlus from '~icons/tabler/plus'
</script>

<template>
  <ElButton size="small"> <IconPlus class="icon" /> <slot /> </ElButton>
</template>
