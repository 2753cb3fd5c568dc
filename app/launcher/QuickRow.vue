<script setup lang="ts">
import { computed } from 'vue'
import { whyNotYet } from '~~/core/finding'
import type { QuickAct, QuickInput } from '~~/core/finding'
import { inputKindWords } from '~~/core/levers'
import { textOfValue } from '~~/core/values'
import NumberPlate from '~/plates/NumberPlate.vue'

/** A lever with what it is given in the line, each input with what it is and what stands against it. */
const { quick } = defineProps<{ quick: QuickAct }>()

const because = computed(() => whyNotYet(quick))

function shown({ text, value, input }: QuickInput): string {
  if (value !== undefined) return textOfValue(value)
  if (text !== '') return text
  return input.standard === undefined ? '…' : input.standard
}
const MOST_CHOICES = 6
</script>

<template>
  <NumberPlate :plate="quick.lever.plate" :steps="quick.lever.steps" />
  <strong class="cut">{{ quick.lever.name }}</strong>
  <span class="inputs">
    <span
      v-for="(entry, i) in quick.inputs"
      :key="entry.input.name"
      class="input"
      :class="{ here: i === quick.at, wrong: entry.because !== undefined, open: entry.value === undefined }"
    >
      <span class="soft">{{ entry.input.name }}</span>
      <code class="cut">{{ shown(entry) }}</code>
      <span v-if="i === quick.at && entry.choices.length > 1" class="soft cut choices">{{
        entry.choices.slice(0, MOST_CHOICES).join(', ') + (entry.choices.length > MOST_CHOICES ? ' …' : '')
      }}</span>
      <span v-else-if="i === quick.at && entry.value === undefined" class="soft">{{
        inputKindWords[entry.input.kind]
      }}</span>
    </span>
  </span>
  <span class="status" :class="because ? 'fault' : 'does'" role="status">{{ because ?? 'pulls' }}</span>
</template>

<style scoped>
.inputs {
  grid-column: 3 / span 3;
  display: flex;
  gap: 18px;
  min-width: 0;
  overflow: hidden;
}
.input {
  display: flex;
  gap: 6px;
  align-items: baseline;
  min-width: 0;
  white-space: nowrap;
}
.input code {
  padding: 0 5px;
  border: 1px solid var(--line-strong);
  border-radius: 2px;
  max-width: 320px;
}
.input.here code {
  border-color: var(--live);
  box-shadow: 0 1px 0 var(--live);
}
.input.open code {
  color: var(--ink-soft);
}
.input.wrong code {
  border-color: var(--fault);
  border-style: dashed;
  color: var(--fault);
}
.choices {
  max-width: 300px;
}
.does {
  font: 600 13px var(--engraved);
}
</style>
