<script setup lang="ts">
import { computed } from 'vue'
import { countOf } from '~~/core/names'
import { rowOfPath, traceOf } from '~~/core/run'
import type { ScriptTried } from './useScriptTrial'

/** What a script came to when it was tried: its value, what it says, the steps it wants done and what they would change. */
const { tried } = defineProps<{ tried: ScriptTried }>()

const failure = computed(() => {
  const { run } = tried.rehearsal
  return run.outcome === 'failed' ? run.note : undefined
})
const value = computed(() =>
  tried.outcome.kind === 'gave' ? JSON.stringify(tried.outcome.value, undefined, 2) : undefined,
)
const said = computed(() => (tried.outcome.kind === 'needs' ? [] : tried.outcome.said))
const made = computed(() => traceOf(tried.rehearsal.run).filter(({ path }) => rowOfPath(path) !== path))
const asks = computed(() => tried.rehearsal.run.question?.text)
</script>

<template>
  <section class="trial" aria-label="What the script came to" aria-live="polite">
    <p v-if="failure" class="fault">{{ failure }}</p>
    <template v-if="value !== undefined">
      <h4>It gives back</h4>
      <pre>{{ value.length > 4000 ? `${value.slice(0, 4000)}…` : value }}</pre>
    </template>
    <template v-if="said.length > 0">
      <h4>It says</h4>
      <pre>{{ said.join('\n') }}</pre>
    </template>
    <template v-if="made.length > 0">
      <h4>It would have {{ countOf(made.length, 'step') }} done</h4>
      <ol>
        <li v-for="(entry, i) in made.slice(0, 50)" :key="i" :class="{ fault: entry.outcome === 'failed' }">
          {{ entry.sentence }} <span v-if="entry.note" class="soft">{{ entry.note }}</span>
        </li>
      </ol>
    </template>
    <p v-if="asks" class="soft">Here it would ask: {{ asks }}</p>
    <p v-else-if="!failure && made.length > 0" class="soft">
      {{ countOf(tried.rehearsal.changes.length, 'change') }} in all; nothing was changed by trying it.
    </p>
  </section>
</template>

<style scoped>
.trial {
  display: grid;
  gap: 4px;
  padding: 8px 10px;
  background: var(--sunken);
  border-radius: var(--radius);
  min-width: 0;
}
h4,
pre,
ol {
  margin: 0;
}
h4 {
  font: 600 13px var(--engraved);
}
pre {
  font: 12.5px/1.45 var(--mono);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  max-height: 180px;
  overflow: auto;
}
ol {
  padding-left: 22px;
  display: grid;
  gap: 2px;
}
</style>
