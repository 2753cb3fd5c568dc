<script setup lang="ts">
import { computed } from 'vue'
import type { TrackLine } from './trackLines'

/**
 * The track beside a row: straight on, a way that branches off into a block and comes back, round a loop, a dashed
 * siding for a second way. The way a run took stays marked, and the part where it is now is lit.
 */
const { line, state = 'none' } = defineProps<{
  line: TrackLine
  state?: 'none' | 'taken' | 'failed' | 'now'
}>()

const STEP_PX = 18
const HEIGHT_PX = 34
const MIDDLE_PX = HEIGHT_PX / 2
const x = (depth: number) => 9 + depth * STEP_PX

interface Stroke {
  readonly d: string
  readonly isDashed: boolean
  readonly isOwn: boolean
}

const strokes = computed<Stroke[]>(() => {
  const { depth, goesOn, hasBefore, shape, tracks, ends } = line
  const drawn: Stroke[] = []
  const isSiding = (at: number) => at > 0 && tracks[at - 1] === 'siding'
  for (let at = 0; at < depth; at++) {
    const isLoop = tracks[at] === 'loop'
    // A list around goes straight on beside its block; a loop has its way back there.
    if (goesOn[at] || isLoop) {
      const endsHere = ends > depth - at - 1 && isLoop && !goesOn[at]
      drawn.push({ d: `M${x(at)} 0V${endsHere ? MIDDLE_PX : HEIGHT_PX}`, isDashed: isSiding(at), isOwn: false })
    }
  }
  const own = x(depth)
  const top = hasBefore || depth > 0 ? 0 : MIDDLE_PX
  const isLast = !goesOn[depth] && shape !== 'block'
  drawn.push({ d: `M${own} ${top}V${isLast ? MIDDLE_PX : HEIGHT_PX}`, isDashed: isSiding(depth), isOwn: true })
  if (shape === 'step') drawn.push({ d: `M${own} ${MIDDLE_PX}h7`, isDashed: false, isOwn: true })
  if (shape === 'empty') drawn.push({ d: `M${own} ${MIDDLE_PX}h4`, isDashed: true, isOwn: true })
  if (shape === 'block' || shape === 'head') {
    const inner = x(depth + 1)
    drawn.push({
      d: `M${own} ${MIDDLE_PX - 6}C${own} ${MIDDLE_PX + 6} ${inner} ${MIDDLE_PX} ${inner} ${HEIGHT_PX}`,
      isDashed: shape === 'head',
      isOwn: true,
    })
  }
  // Where lists end, the way comes back to the one around.
  for (let at = depth; at > depth - ends && at > 0; at--) {
    const [from, to] = [x(at), x(at - 1)]
    const isLoop = tracks[at - 1] === 'loop'
    const end = isLoop ? MIDDLE_PX + 4 : HEIGHT_PX
    drawn.push({
      d: `M${from} ${MIDDLE_PX}C${from} ${HEIGHT_PX - 4} ${to} ${isLoop ? HEIGHT_PX : MIDDLE_PX + 6} ${to} ${end}`,
      isDashed: isSiding(at),
      isOwn: false,
    })
  }
  return drawn
})
/** A loop comes back upwards: an arrow says so. */
const arrow = computed(() => {
  const { depth, ends, tracks } = line
  if (ends < 1 || depth < 1 || tracks[depth - 1] !== 'loop') return undefined
  const to = x(depth - 1)
  return `M${to - 3} ${MIDDLE_PX + 8}L${to} ${MIDDLE_PX + 3}L${to + 3} ${MIDDLE_PX + 8}`
})
const width = computed(() => x(line.depth + 1) + 4)
</script>

<template>
  <svg class="track" :class="state" :width="width" :height="HEIGHT_PX" aria-hidden="true">
    <path
      v-for="(stroke, i) in strokes"
      :key="i"
      :d="stroke.d"
      :class="{ dashed: stroke.isDashed, own: stroke.isOwn }"
    />
    <path v-if="arrow" :d="arrow" />
    <rect v-if="state === 'now'" class="train" :x="x(line.depth) - 4" :y="MIDDLE_PX - 6" width="8" height="12" />
    <path v-if="state === 'failed'" class="cross" :d="`M${x(line.depth) - 4} ${MIDDLE_PX - 4}l8 8m0 -8l-8 8`" />
  </svg>
</template>

<style scoped>
.track {
  display: block;
  flex: none;
}
path {
  fill: none;
  stroke: var(--line-strong);
  stroke-width: 2;
}
.dashed {
  stroke-dasharray: 3 3;
}
.taken .own,
.now .own {
  stroke: var(--press);
  stroke-width: 3;
}
.failed .own,
.cross {
  stroke: var(--fault);
  stroke-width: 2.5;
}
.train {
  fill: var(--live-fill);
  stroke: var(--ink);
  stroke-width: 1;
}
</style>
