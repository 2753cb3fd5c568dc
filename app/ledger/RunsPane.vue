<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { countOf } from '~~/core/names'
import { useLeverActions } from '~/levers/useLeverActions'
import { useMirror } from '~/live/useMirror'
import { dayAndTime, timeOfDay } from '~/page/instants'
import { useViewKeys } from '~/page/useViewKeys'
import ViewTabs from '~/page/ViewTabs.vue'
import NumberPlate from '~/plates/NumberPlate.vue'
import { plainRows } from '~/rows/listRow'
import RowList from '~/rows/RowList.vue'
import { useTypedList } from '~/rows/useTypedList'
import LedgerFilter from './LedgerFilter.vue'
import { ledgerQueryOf, runFilterOf } from './ledgerQuery'
import type { LedgerQuery } from './ledgerQuery'
import { LEDGER_TABS } from './ledgerTabs'
import LeverFigures from './LeverFigures.vue'
import RunInspector from './RunInspector.vue'
import { runDuration, runWords, sourceWords } from './runWords'
import { useLedger } from './useLedger'
import { useLedgerTable } from './useLedgerTable'
import { usePullAgain } from './usePullAgain'

/** Every run that is kept, as far as it is meant, however many there are. */
const mirror = useMirror()
const route = useRoute()
const router = useRouter()
const actions = useLeverActions()
const pullAgain = usePullAgain()
const list = useTemplateRef<{ focus: () => void }>('list')
onMounted(() => list.value?.focus())

/** What is meant stands in the address, so that it can be kept and shared; a text once one pauses in typing it. */
const query = computed({
  get: () => ledgerQueryOf(route.query),
  set: (to: LedgerQuery) => {
    const said = Object.fromEntries(Object.entries(to).filter(([, value]) => value !== ''))
    void router.replace({ query: { tab: route.query.tab, run: route.query.run, ...said } })
  },
})
const filter = ref(query.value.text)
const settled = refDebounced(filter, 150)
watch(settled, (text) => {
  query.value = { ...query.value, text }
})
// A link alters it too; what is being typed has not come to the address yet, and is none of that.
watch(
  () => query.value.text,
  (text) => {
    if (text !== settled.value) filter.value = text
  },
)
const meant = computed(() => runFilterOf(query.value))
const isFiltered = computed(() => Object.keys(meant.value).length > 0)
const { runs, more, hasMore, isLooking, isLoaded } = useLedger(() => meant.value)

const rows = computed(() => plainRows(runs.value))
const { selected, onKey } = useTypedList({
  entries: () => runs.value,
  selectedId: () => String(route.query.run ?? ''),
  select,
  filter,
  own(event) {
    if (event.key !== 'Enter' || !selected.value) return false
    if (event.ctrlKey) void actions.putBack(selected.value.id)
    else if (event.shiftKey) void pullAgain(selected.value)
    else return false
    return true
  },
})

useViewKeys('Ledger', [
  { keys: 'Up', does: 'selects the run above; Down the one below' },
  { keys: 'A', does: 'any letter looks for it in number, name and note' },
  { keys: 'Ctrl+Enter', does: 'puts the selected run back' },
  { keys: 'Shift+Enter', does: 'pulls its lever again, with what it was given' },
])

const today = new Date().toDateString()
/** Of today the time, of other days the day as well. */
const instantOf = (ms: number) => (new Date(ms).toDateString() === today ? timeOfDay(ms) : dayAndTime(ms))
const counted = computed(() => {
  if (!isLoaded.value) return 'Looking …'
  const shown = hasMore.value ? `The latest ${countOf(runs.value.length, 'run')}` : countOf(runs.value.length, 'run')
  return isLooking.value ? `${shown}, looking further back …` : shown
})

function select(id: string): void {
  void router.replace({ query: { ...route.query, run: id } })
}

function leave(): void {
  filter.value = ''
  void router.replace({ query: {} })
}

const { save: saveTable, stop: stopTable, progress } = useLedgerTable(() => meant.value)
</script>

<template>
  <section class="view">
    <div>
      <header class="view-head">
        <h1>Ledger</h1>
        <ViewTabs :tabs="LEDGER_TABS" model-value="runs" label="Parts of the ledger" />
        <ElInput
          v-model="filter"
          class="filter"
          clearable
          placeholder="Number, name or note"
          aria-label="Filter the runs"
        />
        <span class="soft" role="status">{{ progress ?? counted }}</span>
        <ElButton v-if="progress" class="aside" @click="stopTable"> Stop writing </ElButton>
        <ElButton v-else class="aside" :disabled="runs.length === 0" @click="saveTable"> Save as a table </ElButton>
      </header>
      <LedgerFilter v-model="query" />
      <LeverFigures v-if="meant.leverId" :lever-id="meant.leverId" />
    </div>
    <div class="view-body">
      <RowList
        ref="list"
        :rows="rows"
        label="Runs, latest first"
        prefix="run"
        :selected-id="selected?.id"
        @key="onKey"
        @choose="(_event, run) => select(run.id)"
        @end="more"
      >
        <template #top>
          <div class="row row-head run">
            <span /><span>Lever</span><span>When</span><span>By</span><span>Steps</span><span>Changes</span
            ><span>Took</span><span>Outcome</span>
          </div>
        </template>
        <template #entry="{ entry: run, attrs }">
          <div v-bind="attrs" class="row run">
            <NumberPlate :plate="run.plate" :steps="mirror.leverById.get(run.leverId)?.steps ?? []" />
            <strong class="cut">{{ run.leverName }}</strong>
            <span class="cut" :title="dayAndTime(run.startedAtMs)">{{ instantOf(run.startedAtMs) }}</span>
            <span class="soft">{{ sourceWords[run.source] }}</span>
            <span>{{ Math.min(run.position, run.stepCount) }} of {{ run.stepCount }}</span>
            <span>{{ run.changeCount }}</span>
            <span>{{ runDuration(run) }}</span>
            <span class="cut" :class="{ fault: run.outcome === 'failed' }">{{ runWords(run) }}</span>
          </div>
        </template>
        <template #empty>
          <div v-if="isLoaded && !isLooking" class="empty">
            <p v-if="!isFiltered">
              The ledger keeps what was pulled, how it went and what it changed. Pull a lever, and its run stands here.
            </p>
            <p v-else>No run is like that.</p>
            <ElButton v-if="isFiltered" @click="leave"> Show all runs </ElButton>
            <ElButton v-else @click="router.push('/levers')"> Go to the levers </ElButton>
          </div>
        </template>
      </RowList>
      <RunInspector v-if="selected" :key="selected.id" :summary="selected" />
    </div>
  </section>
</template>

<style scoped>
.filter {
  width: 240px;
}
.aside {
  margin-left: auto;
}
.run {
  grid-template-columns: 48px minmax(120px, 1fr) 92px 66px 52px 62px 84px minmax(90px, 140px);
}
</style>
