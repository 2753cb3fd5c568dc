<script setup lang="ts">
import { computed } from 'vue'
import VueApexCharts from 'vue3-apexcharts'
import { chartLook } from '~/page/chartLook'

/** Pulls by day, those that failed on top of the others. */
const { bars } = defineProps<{
  bars: readonly { readonly label: string; readonly well: number; readonly failed: number }[]
}>()

const look = chartLook('bar', 'Pulls by day')
const series = computed(() => [
  { name: 'done or stopped', data: bars.map(({ well }) => well) },
  { name: 'failed', data: bars.map(({ failed }) => failed) },
])
const options = computed(() => ({
  ...look.options,
  chart: { ...look.options.chart, stacked: true },
  plotOptions: { bar: { columnWidth: '80%', borderRadius: 0 } },
  colors: [look.colour('--press'), look.colour('--fault')],
  dataLabels: { enabled: false },
  xaxis: {
    categories: bars.map(({ label }) => label),
    tickAmount: 5,
    labels: { rotate: 0, hideOverlappingLabels: true },
  },
  yaxis: { decimalsInFloat: 0, forceNiceScale: true, min: 0 },
  legend: { show: bars.some(({ failed }) => failed > 0), position: 'top' as const, horizontalAlign: 'right' as const },
}))
</script>

<template>
  <VueApexCharts type="bar" height="150" :options="options" :series="series" />
</template>
