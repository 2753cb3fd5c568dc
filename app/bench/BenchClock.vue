<script setup lang="ts">
import { useNow } from '@vueuse/core'
import { computed } from 'vue'
import { durationInWords } from '~~/core/steps'
import { useMirror } from '~/live/useMirror'
import { timeOfDay } from '~/page/instants'
import { useBenchActs } from './useBenchActs'

/** The clock of the bench: it can be run forward, so that waits end and times of day come. */
const mirror = useMirror()
const acts = useBenchActs()
const now = useNow({ interval: 1000 })
const aheadMs = computed(() => mirror.bench.clockAheadMs ?? 0)
const steps = [
  { words: '+1 min', ms: 60_000 },
  { words: '+10 min', ms: 600_000 },
  { words: '+1 h', ms: 3_600_000 },
]
</script>

<template>
  <div class="clock" role="group" aria-label="Clock of the bench">
    <time>{{ timeOfDay(now.getTime() + aheadMs) }}</time>
    <button
      v-for="step in steps"
      :key="step.words"
      type="button"
      :title="`Run the clock forward: ${step.words}`"
      @click="acts.change({ kind: 'clock.run', aheadMs: aheadMs + step.ms })"
    >
      {{ step.words }}
    </button>
    <button
      v-if="aheadMs !== 0"
      type="button"
      :title="`${durationInWords(aheadMs)} ahead. Set it right again.`"
      @click="acts.change({ kind: 'clock.run', aheadMs: 0 })"
    >
      set right
    </button>
  </div>
</template>

<style scoped>
.clock {
  display: flex;
  align-items: center;
  gap: 4px;
}
time {
  font: 600 14px var(--mono);
  margin-right: 4px;
}
button {
  border: 1px solid var(--line-strong);
  background: var(--surface);
  color: var(--ink-soft);
  font: 12px var(--plain);
  padding: 1px 6px;
  cursor: pointer;
}
</style>
