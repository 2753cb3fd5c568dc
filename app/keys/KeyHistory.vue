<script setup lang="ts">
import { countOf } from '~~/core/names'
import { computed, ref } from 'vue'
import { keyName } from '~~/core/levers'
import { useMirror } from '~/live/useMirror'
import KeyPlates from '~/plates/KeyPlates.vue'
import { timeOfDay } from '~/page/instants'
import KeyExplanation from './KeyExplanation.vue'
import { useKeyWords } from './useKeyWords'

/** The last 200 key events, releases and modifiers too, each with its explanation. */
const mirror = useMirror()
const wordsOf = useKeyWords()
const chosenId = ref<number>()
const pressesOnly = ref(true)

const rows = computed(() =>
  mirror.keys
    .map((entry, i, all) => {
      const { event } = entry.decision
      const before = all
        .slice(0, i)
        .findLast((other) => other.decision.event.kind !== 'blur' && other.decision.kind !== 'wait')
      return {
        entry,
        keys: entry.decision.chord ?? ('code' in event ? keyName(event.code) : ''),
        direction:
          event.kind === 'up'
            ? 'up'
            : event.kind === 'down'
              ? 'repeat' in event && event.repeat
                ? 'repeat'
                : 'down'
              : event.kind === 'blur'
                ? 'keyboard gone'
                : '',
        words: entry.refusal ?? wordsOf(entry),
        sinceMs: before ? Math.max(0, Math.round(event.atMs - before.decision.event.atMs)) : undefined,
      }
    })
    .reverse()
    .filter(
      (row) =>
        !pressesOnly.value ||
        (row.direction === 'down' && row.entry.decision.chord !== undefined) ||
        row.entry.decision.kind === 'pull',
    ),
)
const chosen = computed(() => mirror.keys.find((entry) => entry.id === chosenId.value))

function move(by: number): void {
  const at = rows.value.findIndex((row) => row.entry.id === chosenId.value)
  chosenId.value = rows.value[Math.min(Math.max(0, at + by), rows.value.length - 1)]?.entry.id
  document.getElementById(`key-event-${chosenId.value}`)?.scrollIntoView({ block: 'nearest' })
}
</script>

<template>
  <div class="history">
    <div class="tools">
      <label
        ><ElSwitch v-model="pressesOnly" size="small" />
        {{ pressesOnly ? 'Presses only' : 'Releases, repeats and modifiers too' }}</label
      >
      <span class="soft"
        >{{ rows.length }} of the last {{ countOf(mirror.keys.length, 'event') }}; times are since the event
        before</span
      >
    </div>
    <div v-if="rows.length === 0" class="empty">
      <p>No key yet. With live keys on, every key you press outside of a field is kept here with what became of it.</p>
      <NuxtLink to="/bench">Press some on the bench</NuxtLink>
    </div>
    <div
      v-else
      class="rows"
      role="listbox"
      tabindex="0"
      aria-label="Key events, latest first"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
    >
      <div
        v-for="row in rows"
        :id="`key-event-${row.entry.id}`"
        :key="row.entry.id"
        class="row event"
        :class="row.entry.decision.kind"
        role="option"
        :aria-selected="row.entry.id === chosenId"
        @click="chosenId = row.entry.id"
      >
        <span class="soft">{{ timeOfDay(row.entry.atMs) }}</span>
        <span class="soft since">{{ row.sinceMs === undefined ? '' : `+${row.sinceMs} ms` }}</span>
        <KeyPlates :chord="row.keys" />
        <span class="soft">{{ row.direction }}</span>
        <span class="cut">{{ row.words }}</span>
      </div>
    </div>
    <KeyExplanation v-if="chosen" :entry="chosen" @close="chosenId = undefined" />
  </div>
</template>

<style scoped>
.history {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  min-height: 0;
}
.tools {
  display: flex;
  gap: 16px;
  align-items: center;
  padding: 8px 16px;
}
.tools label {
  display: flex;
  gap: 8px;
  align-items: center;
}
.event {
  grid-template-columns: 84px 84px 190px 70px minmax(0, 1fr);
  height: 30px;
}
.event.pull {
  font-weight: 600;
}
.event.wait {
  font-style: italic;
}
.since {
  text-align: right;
}
</style>
