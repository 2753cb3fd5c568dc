<script setup lang="ts">
import { computed } from 'vue'
import VueApexCharts from 'vue3-apexcharts'

/** Minutes by day, or by lever. */
const { kind, title, points } = defineProps<{
  kind: 'days' | 'levers'
  title: string
  points: readonly { readonly label: string; readonly ms: number }[]
}>()

const style = getComputedStyle(document.documentElement)
const colour = (name: string) => style.getPropertyValue(name).trim()
const minutes = (ms: number) => Number((ms / 60_000).toFixed(2))
const series = computed(() => [{ name: 'minutes saved', data: points.map(({ ms }) => minutes(ms)) }])
const options = computed(() => ({
  chart: {
    type: 'bar',
    toolbar: { show: false },
    zoom: { enabled: false },
    animations: { enabled: false },
    background: 'transparent',
    foreColor: colour('--ink'),
    fontFamily: 'Source Sans 3',
  },
  plotOptions: { bar: { horizontal: kind === 'levers', borderRadius: 0, columnWidth: '70%', barHeight: '64%' } },
  colors: [colour('--plate-program')],
  dataLabels: { enabled: false },
  grid: { borderColor: colour('--line') },
  xaxis: {
    categories: points.map(({ label }) => label),
    tickAmount: kind === 'days' ? 6 : undefined,
    labels: { rotate: 0, hideOverlappingLabels: true },
    title: { text: kind === 'levers' ? 'minutes' : undefined },
  },
  yaxis: { title: { text: kind === 'days' ? 'minutes' : undefined }, labels: { maxWidth: 190 }, decimalsInFloat: 1 },
  title: { text: title, style: { fontSize: '14px', fontWeight: 600, fontFamily: 'Barlow Semi Condensed' } },
  legend: { show: false },
  tooltip: { theme: colour('--ground') < '#8' ? 'dark' : 'light' },
}))
</script>

<template>
  <VueApexCharts type="bar" height="210" :options="options" :series="series" />
</template>
