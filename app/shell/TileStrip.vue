<script setup lang="ts">
import { computed } from 'vue'
import { lampNow } from '~~/core/bench'
import { lampOf } from '~~/core/levers'
import type { Lever } from '~~/core/levers'
import LeverIcon from '~/icons/LeverIcon.vue'
import { useLeverActions } from '~/levers/useLeverActions'
import { useMirror } from '~/live/useMirror'
import NumberPlate from '~/plates/NumberPlate.vue'

/** Levers that are pulled by a click, in every view: one row above the bench strip, where there are any. */
const mirror = useMirror()
const actions = useLeverActions()
const MOST = 24

const tiles = computed(() =>
  mirror.levers.filter(({ doors }) => doors?.some(({ kind }) => kind === 'tile')).slice(0, MOST),
)
const framesOn = computed(() => new Set(mirror.framesLive.filter(({ on }) => on).map(({ id }) => id)))
const isOff = (lever: Lever) => !lever.enabled || !framesOn.value.has(lever.frameId)
function lampFor(lever: Lever) {
  const lamp = lampOf(lever, mirror.equipment)
  return lamp && lampNow(lamp, mirror.equipment)
}
</script>

<template>
  <ul v-if="tiles.length > 0" class="tiles" aria-label="Tiles">
    <li v-for="lever in tiles" :key="lever.id">
      <button
        type="button"
        :disabled="isOff(lever)"
        :title="`Pull ${lever.plate} ${lever.name}${isOff(lever) ? ': it or its frame is off' : ''}`"
        @click="actions.pull(lever, 'tile')"
      >
        <NumberPlate :plate="lever.plate" :steps="lever.steps" :off="isOff(lever)" :lamp="lampFor(lever)" />
        <LeverIcon v-if="lever.icon" :lever="lever" />
        <span class="cut">{{ lever.name }}</span>
      </button>
    </li>
  </ul>
</template>

<style scoped>
.tiles {
  display: flex;
  gap: 6px;
  padding: 4px 16px;
  overflow-x: auto;
  border-top: 1px solid var(--line-strong);
  background: var(--sunken);
}
li {
  flex: none;
  max-width: 220px;
}
button {
  display: flex;
  gap: 6px;
  align-items: center;
  max-width: 100%;
  height: 28px;
  padding: 0 8px 0 3px;
  border: 1px solid var(--line-strong);
  border-radius: 2px;
  background: var(--surface);
  color: var(--ink);
  font: 600 13px var(--engraved);
  cursor: pointer;
}
button:hover:not(:disabled) {
  background: var(--press-soft);
}
button:disabled {
  color: var(--ink-soft);
  cursor: default;
}
</style>
