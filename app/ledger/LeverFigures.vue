<script setup lang="ts">
import { computed, defineAsyncComponent, shallowRef, watch } from 'vue'
import type { AnswerOf } from '~~/contract'
import { countOf } from '~~/core/names'
import { describeStep, durationInWords, everyStep, rowWords } from '~~/core/steps'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { dayWords } from './savingWords'

/** How often one lever was pulled, how long that took, how often it failed and at which row. */
const { leverId } = defineProps<{ leverId: string }>()

/** What draws is large, and needed only where something was pulled. */
const PullsChart = defineAsyncComponent(() => import('./PullsChart.client.vue'))
const DAYS = 90
const mirror = useMirror()
const notices = useNotices()
const figures = shallowRef<AnswerOf<'readLeverFigures'>>()
const lever = computed(() => mirror.leverById.get(leverId))

watch(
  [() => leverId, () => mirror.runs.find((run) => run.leverId === leverId && run.phase === 'ended')?.id],
  async ([id], before) => {
    if (id !== before[0]) figures.value = undefined
    const came = await notices.attempt(() => callApi('readLeverFigures', { id, query: { days: DAYS } }))
    if (came && id === leverId) figures.value = came
  },
  { immediate: true },
)

const sums = computed(() => {
  const days = figures.value?.days ?? []
  const sum = (part: 'pulls' | 'done' | 'failed' | 'stopped') => days.reduce((all, day) => all + day[part], 0)
  return { pulls: sum('pulls'), done: sum('done'), failed: sum('failed'), stopped: sum('stopped') }
})
/** A bar for each day that there was, also for those on which it was not pulled. */
const bars = computed(() => {
  if (!figures.value) return []
  const { today, days } = figures.value
  const byDay = new Map(days.map((day) => [day.day, day]))
  return Array.from({ length: DAYS }, (_, i) => {
    const day = byDay.get(today - DAYS + 1 + i)
    return { label: dayWords(today - DAYS + 1 + i), well: day ? day.pulls - day.failed : 0, failed: day?.failed ?? 0 }
  })
})
/** Of a handful of runs no shares are told. */
const FEW = 5
const took = computed(() => {
  const { medianMs, p95Ms, measured } = figures.value ?? { medianMs: null, p95Ms: null, measured: 0 }
  if (medianMs === null || p95Ms === null) return undefined
  const [half, most] = [durationInWords(medianMs), durationInWords(p95Ms)]
  if (measured < FEW) return `it mostly takes ${half}`
  return `half of the last ${measured} took at most ${half}, 19 of 20 at most ${most}`
})
const failures = computed(() => {
  const steps = lever.value?.steps ?? []
  const sentences = new Map([...everyStep(steps)].map(({ path, step }) => [path, describeStep(step, mirror.names)]))
  return (figures.value?.failures ?? []).map(({ path, count }) => ({
    count,
    path,
    row: path === null ? 'at a row that is not known' : `at ${rowWords(path)}`,
    sentence: path === null ? undefined : sentences.get(path),
  }))
})
</script>

<template>
  <section v-if="figures && lever" class="figures" :aria-label="`Figures of ${lever.name}`">
    <div class="words">
      <p>
        <strong>{{ lever.plate }} {{ lever.name }}</strong
        >: {{ countOf(sums.pulls, 'pull') }} in {{ DAYS }} days, {{ sums.done }} done,
        <span :class="{ fault: sums.failed > 0 }">{{ sums.failed }} failed</span>, {{ sums.stopped }} stopped<template
          v-if="took"
          >; {{ took }}</template
        >.
      </p>
      <ul v-if="failures.length > 0" class="failures" aria-label="Where it failed">
        <li v-for="one in failures" :key="String(one.path)" class="cut">
          <strong>{{ one.count }} ×</strong> {{ one.row
          }}<template v-if="one.sentence"
            >: <span class="soft">{{ one.sentence }}</span></template
          >
        </li>
      </ul>
    </div>
    <PullsChart v-if="sums.pulls > 0" :bars="bars" />
  </section>
</template>

<style scoped>
.figures {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 16px;
  padding: 8px 16px 0;
  border-bottom: 1px solid var(--line);
}
.failures {
  margin-top: 6px;
  max-height: 84px;
  overflow: auto;
}
</style>
