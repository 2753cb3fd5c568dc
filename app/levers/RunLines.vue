<script setup lang="ts">
import type { RunSummary } from '~~/contract'
import { runWords } from '~/ledger/runWords'
import { timeOfDay } from '~/page/instants'
import { useLeverActions } from './useLeverActions'

/** The last runs of one lever, with the way back. */
const { runs } = defineProps<{ runs: readonly RunSummary[] }>()

const actions = useLeverActions()
</script>

<template>
  <section aria-label="Last runs">
    <h3>Last runs</h3>
    <ul class="runs">
      <li v-for="run in runs" :key="run.id">
        <NuxtLink :to="`/ledger?run=${run.id}`">{{ timeOfDay(run.startedAtMs) }}</NuxtLink>
        <span :class="{ fault: run.outcome === 'failed' }">{{ runWords(run) }}</span>
        <ElButton
          v-if="run.phase === 'ended' && run.putBack === 'no' && run.changeCount > 0"
          size="small"
          @click="actions.putBack(run.id)"
        >
          Put back
        </ElButton>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.runs li {
  display: grid;
  grid-template-columns: 76px 1fr auto;
  gap: 8px;
  align-items: center;
  min-height: 28px;
}
</style>
