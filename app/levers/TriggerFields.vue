<script setup lang="ts">
import type { Suggestion } from '~~/core/clash'
import type { Trigger } from '~~/core/levers'
import IconPlus from '~icons/tabler/plus'
import IconX from '~icons/tabler/x'
import ChordField from './ChordField.vue'
import { partId } from './useLeverDraft'

/** The chords of a lever, what they clash with, and free ones to take instead. */
const { issueOf, suggestions } = defineProps<{ issueOf: (path: string) => string | undefined, suggestions: readonly Suggestion[] }>()
const triggers = defineModel<Trigger[]>({ required: true })

const winWords: Record<Trigger['wins'], string> = {
  auto: 'Where a program claims it: the lever wins if it is scoped to that program',
  lever: 'Where a program claims it: the lever wins',
  program: 'Where a program claims it: the program wins',
}

function add(chord = ''): void {
  triggers.value = [...triggers.value, { id: partId(), kind: 'chord', chord, wins: 'auto' }]
}

function alter(index: number, part: Partial<Trigger>): void {
  triggers.value = triggers.value.with(index, { ...triggers.value[index]!, ...part })
}

/** Takes a suggestion in place of a single chord, or as the first. */
function take(chord: string): void {
  if (triggers.value.length === 1) alter(0, { chord })
  else add(chord)
}
</script>

<template>
  <fieldset class="triggers">
    <legend>Keys</legend>
    <div
      v-for="(trigger, i) in triggers"
      :key="trigger.id"
      class="trigger"
    >
      <ChordField
        :model-value="trigger.chord"
        :label="`Chord ${i + 1}`"
        :issue="issueOf(`triggers.${i}.chord`)"
        @update:model-value="alter(i, { chord: $event })"
      />
      <ElSelect
        :model-value="trigger.wins"
        :aria-label="`Who wins chord ${i + 1} where a program claims it`"
        @update:model-value="alter(i, { wins: $event })"
      >
        <ElOption
          v-for="(words, wins) in winWords"
          :key="wins"
          :value="wins"
          :label="words"
        />
      </ElSelect>
      <ElButton
        size="small"
        :aria-label="`Remove chord ${i + 1}`"
        @click="triggers = triggers.toSpliced(i, 1)"
      >
        <IconX class="icon" />
      </ElButton>
    </div>
    <slot />
    <div class="offers">
      <ElButton
        size="small"
        @click="add()"
      >
        <IconPlus class="icon" /> Chord
      </ElButton>
      <template v-if="suggestions.length > 0">
        <span class="soft">Free:</span>
        <ElButton
          v-for="suggestion in suggestions"
          :key="suggestion.chord"
          size="small"
          class="mono"
          :title="suggestion.because"
          @click="take(suggestion.chord)"
        >
          {{ suggestion.chord }}
        </ElButton>
        <span class="soft cut">{{ suggestions[0]!.because }}</span>
      </template>
    </div>
  </fieldset>
</template>

<style scoped>
.triggers { border: 1px solid var(--line); border-radius: var(--radius); margin: 0; padding: 8px 12px 12px; display: grid; gap: 8px; min-width: 0; }
legend { font: 600 14px var(--engraved); padding: 0 4px; }
.trigger { display: grid; grid-template-columns: 300px 1fr 28px; gap: 8px; align-items: start; }
.trigger > .el-button { padding: 0; margin-top: 4px; }
.offers { display: flex; flex-wrap: wrap; gap: 6px; align-items: center; }
.offers .el-button + .el-button { margin-left: 0; }
.offers .mono { font-family: var(--mono); font-weight: 400; font-size: 12px; }
</style>
