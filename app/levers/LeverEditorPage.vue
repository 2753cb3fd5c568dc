<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useMirror } from '~/live/useMirror'
import LeverEditor from './LeverEditor.vue'

const route = useRoute()
const mirror = useMirror()
const id = computed(() => (route.name === 'new-lever' ? 'new' : String(route.params.id)))
const lever = computed(() => mirror.leverById.get(id.value))
</script>

<template>
  <LeverEditor v-if="id === 'new' || lever" :id="id" :key="id" :lever="lever" />
  <div v-else class="empty">
    <h1>This lever is gone</h1>
    <p>It was deleted, here or in another tab. Undo in the Levers view brings it back under the same number.</p>
    <NuxtLink to="/levers">Go to the levers</NuxtLink>
  </div>
</template>
