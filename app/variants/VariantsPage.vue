<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useMirror } from '~/live/useMirror'
import VariantsTable from './VariantsTable.vue'

const route = useRoute()
const mirror = useMirror()
const pattern = computed(() => mirror.leverById.get(String(route.params.id)))
</script>

<template>
  <VariantsTable v-if="pattern && !pattern.variant" :key="pattern.id" :pattern="pattern" />
  <div v-else class="empty">
    <h1>{{ pattern ? `${pattern.name} is itself a variant` : 'This lever is gone' }}</h1>
    <p v-if="pattern">Variants are made from the pattern it follows.</p>
    <NuxtLink :to="pattern?.variant ? `/levers/${pattern.variant.patternId}/variants` : '/levers'">{{
      pattern ? 'Go to its pattern' : 'Go to the levers'
    }}</NuxtLink>
  </div>
</template>
