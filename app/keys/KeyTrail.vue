<script setup lang="ts">
import { computed } from 'vue'
import { useMirror } from '~/live/useMirror'
import KeyPlates from '~/plates/KeyPlates.vue'
import { useKeyWords } from './useKeyWords'

/** The last presses and what became of each; releases and lone modifiers are left out. */
const { count } = defineProps<{ count: number }>()
const emit = defineEmits<{ explain: [id: number] }>()

const mirror = useMirror()
const words = useKeyWords()
const latest = computed(() =>
  mirror.keys
    // What a turntable came to stands in the place of its opening.
    .filter(
      ({ decision, turn }, i, all) =>
        decision.event.kind === 'down' && decision.chord !== undefined && (turn !== null || i === all.length - 1),
    )
    .slice(-count)
    .reverse()
    .map((entry) => ({ entry, outcome: entry.refusal ?? words(entry) })),
)
</script>

<template>
  <ol class="trail">
    <li v-for="{ entry, outcome } in latest" :key="entry.id">
      <button
        type="button"
        :class="entry.decision.kind"
        :title="`${outcome} Show why.`"
        @click="emit('explain', entry.id)"
      >
        <KeyPlates :chord="entry.decision.chord ?? ''" />
        <span class="cut">{{ outcome }}</span>
      </button>
    </li>
    <li v-if="latest.length === 0" class="soft">No key yet. Press one, with live keys on.</li>
  </ol>
</template>

<style scoped>
.trail {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 2px;
}
button {
  display: flex;
  align-items: center;
  gap: 8px;
  width: 100%;
  height: 23px;
  padding: 0 2px;
  border: 0;
  background: none;
  color: var(--ink-soft);
  font: inherit;
  text-align: left;
  cursor: pointer;
}
button:hover {
  background: var(--sunken);
}
button.pull {
  color: var(--ink);
  font-weight: 600;
}
</style>
