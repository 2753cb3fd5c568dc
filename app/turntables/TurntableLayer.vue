<script setup lang="ts">
import { computed } from 'vue'
import type { LeverTable } from '~~/core/levers'
import { distancePx } from '~~/core/turntable'
import TableDrawing from './TableDrawing.vue'
import { HALF_HEIGHT_PX, HALF_WIDTH_PX } from './tableLayout'
import { useTurning } from './useTurning'

/** The turntable that is open, over all else, where it was opened. */
const { turning } = useTurning()

const open = computed(() => {
  const now = turning.value
  if (!now || now.state.phase === 'closed' || now.state.phase === 'over') return undefined
  const { state, lever } = now
  let table: LeverTable | undefined = now.table
  for (const id of state.way) table = table?.roads.find((road) => road.id === id)?.table
  if (!table) return undefined
  const aimed = state.phase === 'open' ? state.aimed : undefined
  // Where it could not stand at the pointer, the place of the pointer is marked.
  const mark = distancePx(state.opened, state.middle) > 1 ? state.opened : undefined
  // A stroke is over before anything else need change.
  return { lever, table, aimed, middle: state.middle, mark, key: state.way.join(' '), stands: state.phase === 'open' }
})
const said = computed(() => {
  if (!open.value) return ''
  const { lever, table, aimed } = open.value
  const road = aimed === undefined ? undefined : table.roads[aimed]
  if (road) return `${aimed! + 1} ${road.label}`
  return `Turntable ${lever.name}: ${table.roads.map(({ label }, i) => `${i + 1} ${label}`).join(', ')}`
})
</script>

<template>
  <section aria-label="Turntable">
    <p class="unseen" role="status">{{ said }}</p>
    <div v-if="open" class="layer" :class="{ stands: open.stands }" data-turntable>
      <span v-if="open.mark" class="mark" :style="{ left: `${open.mark.x}px`, top: `${open.mark.y}px` }" />
      <div
        :key="open.key"
        class="stand"
        :style="{ left: `${open.middle.x - HALF_WIDTH_PX}px`, top: `${open.middle.y - HALF_HEIGHT_PX}px` }"
      >
        <TableDrawing :table="open.table" :aimed="open.aimed" />
      </div>
    </div>
  </section>
</template>

<style scoped>
/* Takes every pointer while a table is open, so that nothing below is clicked. */
.layer {
  position: fixed;
  inset: 0;
  z-index: 3000;
  cursor: default;
}
/* What lies below steps back, and can still be seen. */
.layer.stands {
  background: color-mix(in srgb, var(--ground) 55%, transparent);
}
.stand {
  position: absolute;
  display: flex;
}
.mark {
  position: absolute;
  width: 14px;
  height: 14px;
  margin: -7px;
  background:
    linear-gradient(var(--live), var(--live)) center / 2px 100% no-repeat,
    linear-gradient(var(--live), var(--live)) center / 100% 2px no-repeat;
}
</style>
