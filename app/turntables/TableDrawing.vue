<script setup lang="ts">
import { computed } from 'vue'
import { lampNow } from '~~/core/bench'
import { lampOf } from '~~/core/levers'
import type { LeverRoad, LeverTable } from '~~/core/levers'
import { lampOfStep, natureOf } from '~~/core/steps'
import type { Step } from '~~/core/steps'
import { directionDeg } from '~~/core/turntable'
import type { Direction } from '~~/core/turntable'
import { useMirror } from '~/live/useMirror'
import LampLight from '~/plates/LampLight.vue'
import { natureGlyphs } from '~/plates/natureGlyphs'
import NumberPlate from '~/plates/NumberPlate.vue'
import IconTable from '~icons/tabler/arrows-split'
import { DECK_PX, HALF_HEIGHT_PX, HALF_WIDTH_PX, outwards, PLATE_HEIGHT_PX, roadSize } from './tableLayout'

/** A turntable from above: the deck, turned to the road that is aimed at, and double rails to a plate for each road. */
const {
  table,
  aimed,
  bare = false,
} = defineProps<{
  table: LeverTable
  aimed?: number | undefined
  /** Short roads with their numbers only, where what is on the plates stands beside it. */
  bare?: boolean
}>()

const mirror = useMirror()
const GAUGE_PX = 4
const SLEEPER_PX = 8
const BARE_PX = 84
const half = computed(() => (bare ? { x: BARE_PX + 4, y: BARE_PX + 4 } : { x: HALF_WIDTH_PX, y: HALF_HEIGHT_PX }))

const roads = computed(() =>
  table.roads.map((road, index) => {
    const { lengthPx: whole, plateWidthPx } = roadSize(road.direction)
    const lengthPx = bare ? BARE_PX : whole
    const end = outwards(road.direction, lengthPx)
    const lever = road.leverId === undefined ? undefined : mirror.leverById.get(road.leverId)
    const step = road.step as Step | undefined
    const watched = lever ? lampOf(lever, mirror.equipment) : step && lampOfStep(step, mirror.equipment)
    return {
      road,
      index,
      rails: railsOf(road.direction, lengthPx),
      digit: outwards(road.direction, DECK_PX + 13),
      plate: {
        maxWidth: `${plateWidthPx}px`,
        height: `${PLATE_HEIGHT_PX}px`,
        left: `${HALF_WIDTH_PX + end.x}px`,
        top: `${HALF_HEIGHT_PX + end.y}px`,
        // The plate touches the end of its road with the side or corner that looks to the deck.
        transform: `translate(${-50 + 50 * signOf(end.x)}%, ${-50 + 50 * signOf(end.y)}%)`,
      },
      lever,
      nature: step && natureOf([step]),
      lamp: watched && lampNow(watched, mirror.equipment),
      off: lever ? !lever.enabled : false,
    }
  }),
)
const turnedDeg = computed(() => (aimed === undefined ? 0 : directionDeg(table.roads[aimed]!.direction)))

function signOf(px: number): number {
  return Math.abs(px) < 1 ? 0 : Math.sign(px)
}

/** Two rails side by side, and sleepers across them. */
function railsOf(direction: Direction, length: number): string {
  const from = outwards(direction, DECK_PX + 4)
  const to = outwards(direction, length)
  const unit = outwards(direction, 1)
  const [sideX, sideY] = [-unit.y * GAUGE_PX, unit.x * GAUGE_PX]
  const rail = (side: number) =>
    `M${from.x + sideX * side} ${from.y + sideY * side}L${to.x + sideX * side} ${to.y + sideY * side}`
  const sleepers: string[] = []
  for (let px = DECK_PX + 24; px < length - 3; px += SLEEPER_PX) {
    const at = outwards(direction, px)
    sleepers.push(`M${at.x - sideX * 1.8} ${at.y - sideY * 1.8}L${at.x + sideX * 1.8} ${at.y + sideY * 1.8}`)
  }
  return [rail(-1), rail(1), ...sleepers].join('')
}

/** What the drawing says besides. */
const more = (road: LeverRoad, index: number, isOff: boolean) =>
  `, road ${index + 1}${road.table ? ', another turntable' : ''}${isOff ? ', disabled' : ''}`
</script>

<template>
  <div
    class="table"
    :role="bare ? undefined : 'listbox'"
    :aria-label="bare ? undefined : 'Roads'"
    :style="{ width: `${2 * half.x}px`, height: `${2 * half.y}px` }"
  >
    <svg :viewBox="`${-half.x} ${-half.y} ${2 * half.x} ${2 * half.y}`" aria-hidden="true">
      <g v-for="{ road, index, rails, digit } in roads" :key="road.id" :class="{ aimed: index === aimed }">
        <path class="under" :d="rails" />
        <path class="rails" :d="rails" />
        <text :x="digit.x" :y="digit.y + 4">{{ index + 1 }}</text>
      </g>
      <g class="deck" :style="{ transform: `rotate(${turnedDeg}deg)` }">
        <path class="edge" d="M-12-29L12-29L29-12L29 12L12 29L-12 29L-29 12L-29-12Z" />
        <path class="bridge" d="M-4-29V29M4-29V29M-8-20H8M-8-10H8M-8 0H8M-8 10H8M-8 20H8" />
        <path v-if="aimed !== undefined" class="nose" d="M-6-21L0-28L6-21" />
      </g>
    </svg>
    <div
      v-for="{ road, index, plate, lever, nature, lamp, off } in bare ? [] : roads"
      :key="road.id"
      class="end"
      :class="{ aimed: index === aimed, off }"
      :style="plate"
      role="option"
      :aria-selected="index === aimed"
      :data-road="road.id"
    >
      <NumberPlate v-if="lever" :plate="lever.plate" :steps="lever.steps" :off="off" />
      <IconTable v-else-if="road.table" class="icon" aria-hidden="true" />
      <span v-else-if="nature" class="glyph" :style="{ '--enamel': `var(--plate-${nature})` }" aria-hidden="true"
        ><component :is="natureGlyphs[nature]" class="icon"
      /></span>
      <LampLight v-if="lamp" :state="lamp.state" :title="`${lamp.name}: ${lamp.words}`" />
      <span class="label">{{ road.label }}</span>
      <span class="unseen">{{ more(road, index, off) }}</span>
    </div>
  </div>
</template>

<style scoped>
.table {
  position: relative;
  flex: none;
}
svg:not(.icon) {
  position: absolute;
  inset: 0;
  overflow: visible;
}
path {
  fill: none;
}
/* The ground of the theme around each line keeps it readable on whatever lies below. */
.under {
  stroke: var(--surface);
  stroke-width: 5;
}
.rails {
  stroke: var(--ink-soft);
  stroke-width: 1.5;
}
.aimed .rails {
  stroke: var(--press);
  stroke-width: 2.5;
}
text {
  font: 600 13px var(--engraved);
  text-anchor: middle;
  fill: var(--ink);
  stroke: var(--surface);
  stroke-width: 5;
  paint-order: stroke;
}
.deck {
  transition: transform 90ms steps(4);
}
.edge {
  fill: var(--surface);
  stroke: var(--ink);
  stroke-width: 2;
}
.bridge {
  stroke: var(--ink-soft);
  stroke-width: 1.5;
}
.nose {
  stroke: var(--press);
  stroke-width: 3;
}
.end {
  position: absolute;
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 0 7px;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--surface);
  color: var(--ink);
  font: 600 13px/1.1 var(--plain);
}
.end.aimed {
  background: var(--press);
  border-color: var(--press);
  color: var(--press-ink);
  outline: 2px solid var(--ink);
  outline-offset: 1px;
}
.glyph {
  display: inline-flex;
  padding: 3px;
  background: var(--enamel);
  color: var(--plate-ink);
  border-radius: 2px;
}
.glyph .icon {
  width: 13px;
  height: 13px;
}
.end.off .label {
  text-decoration: line-through;
}
.end :deep(.plate) {
  min-width: 36px;
  height: 20px;
}
.label {
  display: -webkit-box;
  overflow: hidden;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  overflow-wrap: anywhere;
}
@media (prefers-reduced-motion: reduce) {
  .deck {
    transition: none;
  }
}
</style>
