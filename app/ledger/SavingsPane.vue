<script setup lang="ts">
import { computed, defineAsyncComponent, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { AnswerOf } from '~~/contract'
import { durationInWords } from '~~/core/steps'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useViewKeys } from '~/page/useViewKeys'
import ViewTabs from '~/page/ViewTabs.vue'
import NumberPlate from '~/plates/NumberPlate.vue'
import { plainRows } from '~/rows/listRow'
import RowList from '~/rows/RowList.vue'
import { useTypedList } from '~/rows/useTypedList'
import HandCorrection from './HandCorrection.vue'
import { LEDGER_TABS } from './ledgerTabs'
import { dayWords, timeSaved } from './savingWords'

/** What levers saved, as an estimate, over time and by lever, with the table behind the pictures. */
const SavingsChart = defineAsyncComponent(() => import('./SavingsChart.client.vue'))
const mirror = useMirror()
const notices = useNotices()
const router = useRouter()
const answer = shallowRef<AnswerOf<'readSavings'>>()
const shown = ref<'used' | 'never'>('used')
const filter = ref('')
const selectedId = ref<string>()
const list = useTemplateRef<{ focus: () => void }>('list')

const DAYS = 90
const MOST_BARS = 8

async function load(): Promise<void> {
  const came = await notices.attempt(() => callApi('readSavings', { query: { days: DAYS } }))
  if (came) answer.value = came
}
onMounted(async () => {
  await load()
  list.value?.focus()
})
// A run that has ended counts at once.
watch(
  () => mirror.runs.find(({ phase }) => phase === 'ended')?.id,
  () => void load(),
)

const entries = computed(() =>
  (answer.value?.levers ?? []).flatMap((sums) => {
    const lever = mirror.leverById.get(sums.leverId)
    return lever ? [{ ...sums, id: sums.leverId, lever }] : []
  }),
)
const used = computed(() =>
  entries.value.filter(({ pulls }) => pulls > 0).sort((a, b) => (b.savedMs ?? 0) - (a.savedMs ?? 0)),
)
const never = computed(() => entries.value.filter(({ pulls }) => pulls === 0))
const wanted = computed(() => {
  const text = filter.value.trim().toLowerCase()
  const from = shown.value === 'used' ? used.value : never.value
  return from.filter(({ lever }) => `${lever.plate} ${lever.name}`.toLowerCase().includes(text))
})
const rows = computed(() => plainRows(wanted.value))
const { selected, onKey } = useTypedList({
  entries: () => wanted.value,
  selectedId: () => selectedId.value,
  select: (id) => (selectedId.value = id),
  filter,
  own(event) {
    if (event.ctrlKey || event.key !== 'Enter' || !selected.value) return false
    void router.push(`/levers/${selected.value.id}`)
    return true
  },
})
const totalMs = computed(() => used.value.reduce((sum, { savedMs = 0 }) => sum + savedMs, 0))
const perWeekMs = computed(() => used.value.reduce((sum, { perWeekMs: each = 0 }) => sum + each, 0))
const days = computed(() => {
  const { today, days: known } = answer.value ?? { today: 0, days: [] }
  const byDay = new Map(known.map((one) => [one.day, one.savedMs]))
  return Array.from({ length: DAYS }, (_, i) => today - DAYS + 1 + i).map((day) => ({
    label: dayWords(day).replace(/ \d{4}$/, ''),
    ms: byDay.get(day) ?? 0,
  }))
})
const best = computed(() =>
  used.value
    .slice(0, MOST_BARS)
    .map(({ lever, savedMs = 0 }) => ({ label: `${lever.plate} ${lever.name}`, ms: savedMs })),
)

useViewKeys('What it saves', [
  { keys: 'Up', does: 'selects the lever above; Down the one below' },
  { keys: 'Enter', does: 'opens the lever' },
  { keys: 'A', does: 'any letter filters the list' },
])
</script>

<template>
  <section class="view">
    <header class="view-head">
      <h1>Ledger</h1>
      <ViewTabs :tabs="LEDGER_TABS" model-value="saves" label="Parts of the ledger" />
      <ChoiceSelect
        v-model="shown"
        class="which"
        label="Which levers"
        :options="[
          { value: 'used', name: `Used: ${used.length}` },
          { value: 'never', name: `Never used: ${never.length}` },
        ]"
      />
      <ElInput v-model="filter" class="filter" clearable placeholder="Filter" aria-label="Filter the levers" />
      <span v-if="answer" class="soft" role="status"
        >Saved some {{ timeSaved(totalMs) }} in all, {{ timeSaved(perWeekMs) }} a week</span
      >
    </header>
    <div class="body">
      <div v-if="used.length === 0" class="empty">
        <p>
          What levers save stands here once some are pulled: the time by hand less the time by key, for each pull that
          went through.
        </p>
        <ElButton @click="router.push('/levers')"> Go to the levers </ElButton>
      </div>
      <div v-else class="charts">
        <SavingsChart kind="days" title="Saved by day, the last 90 days" :points="days" />
        <SavingsChart kind="levers" title="Saved by lever" :points="best" />
      </div>
      <RowList
        ref="list"
        :rows="rows"
        label="Levers by what they save"
        prefix="saving"
        :selected-id="selected?.id"
        @key="onKey"
        @choose="(_event, { id }) => (selectedId = id)"
        @open="({ id }) => router.push(`/levers/${id}`)"
      >
        <template #top>
          <div class="row row-head saving">
            <span /><span>Lever</span><span>By hand</span><span>By key</span><span>Pulls</span><span>Failed</span
            ><span>A week</span><span>In all</span><span>Last</span>
          </div>
        </template>
        <template #entry="{ entry, attrs }">
          <div v-bind="attrs" class="row saving">
            <NumberPlate :plate="entry.lever.plate" :steps="entry.lever.steps" :off="!entry.lever.enabled" />
            <strong class="cut">{{ entry.lever.name }}</strong>
            <span :title="entry.hand">{{
              entry.handMs === undefined ? '' : `${timeSaved(entry.handMs)}${entry.unknown ? ' +' : ''}`
            }}</span>
            <span :title="entry.key">{{ entry.keyMs === undefined ? '' : durationInWords(entry.keyMs) }}</span>
            <span>{{ entry.pulls }}</span>
            <span :class="{ fault: entry.failed > 0 }">{{ entry.failed }}</span>
            <span>{{ entry.perWeekMs === undefined ? '' : timeSaved(entry.perWeekMs) }}</span>
            <span>{{ entry.savedMs === undefined ? '' : timeSaved(entry.savedMs) }}</span>
            <span class="soft">{{ entry.lastDay === undefined ? 'never' : dayWords(entry.lastDay) }}</span>
          </div>
        </template>
        <template #empty>
          <p class="empty">
            {{ filter ? `No lever is like “${filter}”.` : shown === 'never' ? 'Every lever was used.' : '' }}
          </p>
        </template>
      </RowList>
      <HandCorrection v-if="selected?.hand" :lever="selected.lever" :savings="selected" @saved="load" />
    </div>
  </section>
</template>

<style scoped>
.which {
  width: 170px;
}
.filter {
  width: 180px;
}
.body {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  min-height: 0;
}
.charts {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
  padding: 8px 16px 0;
}
.saving {
  grid-template-columns: 48px minmax(120px, 1fr) 84px 72px 56px 56px 80px 80px 104px;
}
</style>
