<script setup lang="ts">
import { computed } from 'vue'
import type { PlannedPart } from '~~/core/arrangement'
import { countOf } from '~~/core/names'

/** What would be done to reach an arrangement, in order, as sentences; and how much of it is so already or out of reach. */
const { way, parts } = defineProps<{ way: readonly string[]; parts: readonly PlannedPart[] }>()

const SHOWN = 60

const counts = computed(() => ({
  holds: parts.filter(({ state }) => state === 'holds').length,
  lost: parts.filter(({ state }) => state === 'unreachable').length,
}))
/** Windows that are put away. */
const rest = computed(() => parts.filter(({ at }) => at.startsWith('rest.')))
</script>

<template>
  <section class="way" aria-live="polite">
    <h4>
      From here to there
      <span class="soft">
        {{ way.length === 0 ? (counts.lost === 0 ? 'all is as wanted' : 'nothing to do') : countOf(way.length, 'step')
        }}{{ counts.lost > 0 ? `, ${counts.lost} out of reach` : ''
        }}{{ counts.holds > 0 ? `, ${counts.holds} so already` : ''
        }}{{ rest.length > 0 ? `, ${countOf(rest.length, 'other window')}` : '' }}
      </span>
    </h4>
    <ol>
      <li v-for="(sentence, i) in way.slice(0, SHOWN)" :key="i">{{ sentence }}</li>
    </ol>
    <p v-if="way.length > SHOWN" class="soft">and {{ way.length - SHOWN }} more</p>
  </section>
</template>

<style scoped>
.way h4 {
  margin: 0 0 4px;
  font: 600 14px var(--engraved);
}
.way h4 .soft {
  font: 400 13px var(--plain);
}
.way ol {
  margin: 0;
  padding-left: 26px;
  list-style: decimal;
}
</style>
