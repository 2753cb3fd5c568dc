<script setup lang="ts">
import { useNow } from '@vueuse/core'
import { computed } from 'vue'
import { durationInWords } from '~~/core/steps'
import { callApi } from '~/live/callApi'
import { useLeverActions } from '~/levers/useLeverActions'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import NumberPlate from '~/plates/NumberPlate.vue'
import { timeOfDay } from '~/page/instants'

/**
 * Runs that wait, in every view, until when; each can be pulled forward or cancelled. Waits of a moment are not worth a
 * line.
 */
const SHORTEST_MS = 2000

const mirror = useMirror()
const notices = useNotices()
const actions = useLeverActions()
const now = useNow({ interval: 500 })
const waits = computed(() =>
  mirror.runs
    .flatMap((run) => {
      const nowMs = now.value.getTime() + (mirror.bench.clockAheadMs ?? 0)
      const leftMs = run.phase === 'waiting' ? run.wakeAtMs! - nowMs : 0
      return leftMs > SHORTEST_MS ? [{ run, leftMs, atMs: run.wakeAtMs! }] : []
    })
    .sort((a, b) => a.leftMs - b.leftMs),
)

/** Ends the run, and takes back what it changed so far. */
async function cancelAndPutBack(runId: string): Promise<void> {
  if (await notices.attempt(() => callApi('stopRun', { id: runId }))) await actions.putBack(runId)
}
</script>

<template>
  <ul v-if="waits.length > 0" class="waits" aria-label="Waiting">
    <li v-for="{ run, leftMs, atMs } in waits" :key="run.id">
      <NumberPlate :plate="run.plate" :steps="mirror.leverById.get(run.leverId)?.steps ?? []" />
      <strong class="cut">{{ run.leverName }}</strong>
      <span
        >goes on in {{ durationInWords(Math.ceil(leftMs / 1000) * 1000) }}, at {{ timeOfDay(atMs) }}; step
        {{ run.position + 1 }} of {{ run.stepCount }}</span
      >
      <ElButton size="small" @click="notices.attempt(() => callApi('forwardRun', { id: run.id }))"> Now </ElButton>
      <ElButton size="small" @click="notices.attempt(() => callApi('stopRun', { id: run.id }))"> Cancel </ElButton>
      <ElButton v-if="run.changeCount > 0" size="small" @click="cancelAndPutBack(run.id)">
        Cancel and put back
      </ElButton>
    </li>
  </ul>
</template>

<style scoped>
.waits {
  border-top: 1px solid var(--line);
  background: var(--surface);
  max-height: 104px;
  overflow: auto;
}
li {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 3px 16px;
  min-height: 32px;
}
li span:not(.plate) {
  flex: 1;
  color: var(--ink-soft);
}
li .el-button {
  margin: 0;
}
</style>
