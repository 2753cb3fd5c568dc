<script setup lang="ts">
import { useNow } from '@vueuse/core'
import { computed } from 'vue'
import { useMirror } from '~/live/useMirror'
import { timeOfDay } from '~/page/instants'

/** What is announced, as rows of departures below the top bar of every view; each goes by itself. */
const mirror = useMirror()
const now = useNow({ interval: 250 })
const rows = computed(() => {
  const nowMs = now.value.getTime() + (mirror.bench.clockAheadMs ?? 0)
  return mirror.bench.messages
    .filter(({ board }) => board !== undefined && board.goneAtMs > nowMs)
    .slice(-4)
    .reverse()
})
</script>

<template>
  <div class="board" role="status" aria-label="Announcements">
    <ol>
      <li v-for="message in rows" :key="message.id">
        <time>{{ timeOfDay(message.atMs).slice(0, 5) }}</time>
        <span class="cut">{{ message.text }}</span>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.board {
  position: absolute;
  inset: 0 0 auto;
  z-index: 900;
  pointer-events: none;
}
li {
  display: grid;
  grid-template-columns: 72px minmax(0, 1fr);
  align-items: center;
  height: 38px;
  padding: 0 16px;
  background: var(--ink);
  color: var(--ground);
  border-bottom: 1px solid var(--ground);
  font: 600 18px var(--engraved);
  letter-spacing: 0.02em;
}
time {
  font: 15px var(--mono);
}
</style>
