<script setup lang="ts">
import { computed } from 'vue'
import { useMirror } from '~/live/useMirror'
import IconX from '~icons/tabler/x'
import { useBenchActs } from './useBenchActs'

/** What steps have said on the screen, until it is dismissed. */
const mirror = useMirror()
const acts = useBenchActs()
const messages = computed(() => mirror.bench.messages.filter(({ board }) => !board))
</script>

<template>
  <ul class="messages" aria-label="Messages on screen">
    <li v-for="message in messages" :key="message.id">
      <span>{{ message.text }}</span>
      <button
        type="button"
        aria-label="Dismiss the message"
        @click="acts.change({ kind: 'message.dismiss', messageId: message.id })"
      >
        <IconX class="icon" />
      </button>
    </li>
  </ul>
</template>

<style scoped>
.messages {
  grid-area: 1 / 1 / 2 / 2;
  position: absolute;
  right: 12px;
  bottom: 36px;
  width: 280px;
  display: grid;
  gap: 6px;
  z-index: 500;
}
.messages li {
  display: flex;
  gap: 8px;
  align-items: start;
  padding: 8px 10px;
  background: var(--surface);
  border: 1px solid var(--live);
  border-left-width: 4px;
}
.messages span {
  flex: 1;
}
.messages button {
  border: 0;
  background: none;
  color: inherit;
  cursor: pointer;
  padding: 0 2px;
}
</style>
