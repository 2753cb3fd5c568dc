<script setup lang="ts">
import { computed } from 'vue'
import { natureOf } from '~~/core/steps'
import type { LampNow } from '~~/core/bench'
import type { Nature, Step } from '~~/core/steps'
import LampLight from './LampLight.vue'
import { natureGlyphs } from './natureGlyphs'

/** The enamel plate of a lever: its number, and by colour and glyph what it acts on, where that is known. */
const {
  plate,
  steps,
  off = false,
  lamp,
} = defineProps<{ plate: number; steps: readonly Step[]; off?: boolean; lamp?: LampNow }>()

const words: Record<Nature, string> = {
  program: 'a program',
  place: 'a place',
  device: 'a device',
  keys: 'keys and text',
  message: 'a message',
  sheet: 'a run sheet',
  script: 'a script',
  arrangement: 'an arrangement',
}
/** What a lever does that is gone is not known here, nor what was done without one. */
const nature = computed(() => (plate === 0 || steps.length === 0 ? undefined : natureOf(steps)))
const title = computed(() => {
  const numbered = plate === 0 ? 'Without a lever' : `Number ${plate}`
  const acting = nature.value ? `${numbered}: ${words[nature.value]}` : numbered
  return lamp ? `${acting}. ${lamp.name}: ${lamp.words}` : acting
})
</script>

<template>
  <span
    class="plate"
    :class="{ off: off || !nature }"
    :style="{ '--enamel': nature && `var(--plate-${nature})` }"
    :title="title"
  >
    <component :is="natureGlyphs[nature]" v-if="nature" class="glyph" aria-hidden="true" />
    <LampLight v-if="lamp" class="lamp" :state="lamp.state" />
    <span class="number">{{ plate === 0 ? '–' : plate }}</span>
  </span>
</template>

<style scoped>
.plate {
  display: inline-flex;
  align-items: center;
  justify-content: space-between;
  gap: 3px;
  min-width: 42px;
  height: 22px;
  padding: 0 5px;
  background: var(--enamel);
  color: var(--plate-ink);
  border-radius: 2px;
  box-shadow: 0 0 0 1px var(--plate-ink) inset;
  border: 2px solid var(--enamel);
  font: 600 14px/1 var(--engraved);
}
.number {
  margin-left: auto;
}
.glyph {
  width: 12px;
  height: 12px;
  flex: none;
}
.plate.off {
  background: none;
  color: var(--ink-soft);
  box-shadow: none;
  border: 1px dashed var(--line-strong);
}
.plate .lamp {
  width: 10px;
  height: 10px;
  border-color: var(--plate-ink);
  --ink-soft: var(--plate-ink);
}
.plate.off .lamp {
  border-color: var(--ink-soft);
}
</style>
