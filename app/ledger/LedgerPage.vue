<script setup lang="ts">
import { defineAsyncComponent } from 'vue'
import { useRoute } from 'vue-router'
import RunsPane from './RunsPane.vue'

/** What was pulled and how it went, what that saved, and what else would be worth a key. */
const SavingsPane = defineAsyncComponent(() => import('./SavingsPane.vue'))
const WorthPane = defineAsyncComponent(() => import('./WorthPane.vue'))
const route = useRoute()
</script>

<template>
  <SavingsPane v-if="route.query.tab === 'saves'" />
  <WorthPane v-else-if="route.query.tab === 'worth'" />
  <RunsPane v-else />
</template>
