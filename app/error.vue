<script setup lang="ts">
import type { NuxtError } from '#app'
import { clearError } from '#imports'

/** Shown in place of everything where the application itself has failed. */
const { error } = defineProps<{ error: NuxtError }>()

function reload(): void {
  window.location.reload()
}
</script>

<template>
  <main class="broken" role="alert">
    <h1>This view has failed</h1>
    <p>What was saved is safe, levers stay in force, and nothing else was changed.</p>
    <p>Load the page again. If it fails again at the same place, go to another view; the reason below helps to tell.</p>
    <code>{{ error.message || 'No reason was given.' }}</code>
    <div class="ways">
      <ElButton type="primary" @click="reload">Load it again</ElButton>
      <ElButton @click="clearError({ redirect: '/levers' })">Go to the levers</ElButton>
    </div>
  </main>
</template>

<style scoped>
.broken {
  display: grid;
  gap: 12px;
  align-content: start;
  max-width: 640px;
  margin: 12vh auto 0;
  padding: 0 16px;
}
code {
  padding: 8px 12px;
  border-left: 4px solid var(--fault);
  background: var(--sunken);
  overflow-wrap: anywhere;
}
</style>
