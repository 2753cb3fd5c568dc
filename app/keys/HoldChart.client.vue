<script setup lang="ts">
import { computed } from 'vue'
import VueApexCharts from 'vue3-apexcharts'
import { keyName } from '~~/core/levers'
import type { TypingOutcome } from '~~/core/timing'
import { chartLook } from '~/page/chartLook'

/** One figure of each candidate key against the hold time. */
const { outcomes, figure, title, unit } = defineProps<{
  outcomes: readonly TypingOutcome[]
  figure: 'accidentalPerThousand' | 'meanDelayMs'
  title: string
  unit: string
}>()

const look = chartLook('line', title)
const codes = computed(() => [...new Set(outcomes.map((outcome) => outcome.code))])
const series = computed(() =>
  codes.value.map((code) => ({
    name: keyName(code),
    data: outcomes
      .filter((outcome) => outcome.code === code)
      .map((outcome) => ({ x: outcome.holdMs, y: Number(outcome[figure].toFixed(2)) })),
  })),
)
const options = computed(() => ({
  ...look.options,
  colors: ['--icon-green', '--icon-brass', '--icon-blue', '--icon-plum', '--icon-red', '--icon-ink'].map(look.colour),
  stroke: { width: 2, dashArray: [0, 4, 8, 2, 6, 0] },
  markers: { size: 3, shape: ['circle', 'square', 'triangle', 'cross', 'plus', 'star'] },
  xaxis: { type: 'numeric', title: { text: 'hold time, ms' }, tickAmount: 6, decimalsInFloat: 0 },
  yaxis: { title: { text: unit }, min: 0, decimalsInFloat: 1 },
  legend: { position: 'bottom' },
}))
</script>

<template>
  <VueApexCharts type="line" height="250" :options="options" :series="series" />
</template>
