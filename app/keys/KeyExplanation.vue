<script setup lang="ts">
import { computed } from 'vue'
import type { KeyLogEntry } from '~~/contract'
import { keyName } from '~~/core/levers'
import { describeCandidate } from '~~/core/resolve'
import KeyPlates from '~/plates/KeyPlates.vue'
import { timeOfDay } from '~/page/instants'
import { useExplainNames } from './useExplainNames'
import { useKeyWords } from './useKeyWords'

/** Why one key press did what it did, or did nothing. */
const { entry } = defineProps<{ entry: KeyLogEntry }>()
const emit = defineEmits<{ close: [] }>()

const names = useExplainNames()
const words = useKeyWords()
const candidates = computed(() =>
  entry.decision.candidates.map((candidate) => describeCandidate(candidate, names.value)),
)
</script>

<template>
  <section class="why" aria-label="Why this key did what it did">
    <div>
      <p class="head">
        <KeyPlates :chord="entry.decision.chord ?? ''" />
        <strong>{{ words(entry) }}</strong>
        <span class="soft">{{ timeOfDay(entry.atMs) }}</span>
      </p>
      <p v-if="entry.refusal" class="fault">
        {{ entry.refusal }}
      </p>
      <ul>
        <li v-for="sentence in candidates" :key="sentence">
          {{ sentence }}
        </li>
        <li v-if="entry.decision.lateMs">
          It was held back for {{ Math.round(entry.decision.lateMs) }} ms until this was clear.
        </li>
        <li v-if="entry.decision.kind === 'wait'">
          It waits until {{ Math.round((entry.decision.untilMs ?? 0) - entry.decision.event.atMs) }} ms after it went
          down at the latest; what became of it then is the next line for it.
        </li>
        <li v-if="entry.decision.released">Told to be up: {{ entry.decision.released.map(keyName).join(', ') }}.</li>
        <li v-if="candidates.length === 0">No lever has a chord on this key.</li>
      </ul>
    </div>
    <ElButton size="small" @click="emit('close')"> Close </ElButton>
  </section>
</template>

<style scoped>
.why {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  padding: 8px 16px;
  border-top: 1px solid var(--line-strong);
  background: var(--surface);
  max-height: 180px;
  overflow: auto;
}
.head {
  display: flex;
  gap: 10px;
  align-items: center;
  margin-bottom: 4px;
}
</style>
