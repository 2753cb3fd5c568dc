<script setup lang="ts">
import { computed } from 'vue'
import VueApexCharts from 'vue3-apexcharts'
import { chartLook } from '~/page/chartLook'

/** Minutes by day, or by lever. */
const { kind, title, points } = defineProps<{
  kind: 'days' | 'levers'
  title: string
  points: readonly { readonly label: string; readonly ms: number }[]
}>()

const look = chartLook('bar', title)
const minutes = (ms: number) => Number((ms / 60_000).toFixed(2))
const series = computed(() => [{ name: 'minutes saved', data: points.map(({ ms }) => minutes(ms)) }])
const options = computed(() => ({
  ...look.options,
  plotOptions: { bar: { horizontal: kind === 'levers', borderRadius: 0, columnWidth: '70%', barHeight: '64%' } },
  colors: [look.colour('--press')],
  dataLabels: { enabled: false },
  xaxis: {
    categories: points.map(({ label }) => label),
    tickAmount: kind === 'days' ? 6 : undefined,
    labels: { rotate: 0, hideOverlappingLabels: true },
    title: { text: kind === 'levers' ? 'minutes' : undefined },
  },
  yaxis: { title: { text: kind === 'days' ? 'minutes' : undefined }, labels: { maxWidth: 190 }, decimalsInFloat: 1 },
  legend: { show: false },
}))
</script>

<template>
  <VueApexCharts type="bar" height="210" :options="options" :series="series" />
</template>
