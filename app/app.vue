<script setup lang="ts">
import AppShell from '~/shell/AppShell.vue'
</script>

<template>
  <AppShell>
    <NuxtPage />
  </AppShell>
</template>
