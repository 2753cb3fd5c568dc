<script setup lang="ts">
import { defineAsyncComponent } from 'vue'
import { useRoute } from 'vue-router'
import RunsPane from './RunsPane.vue'

/** What was pulled and how it went, and what that saved. */
const SavingsPane = defineAsyncComponent(() => import('./SavingsPane.vue'))
const route = useRoute()
</script>

<template>
  <SavingsPane v-if="route.query.tab === 'saves'" />
  <RunsPane v-else />
</template>
