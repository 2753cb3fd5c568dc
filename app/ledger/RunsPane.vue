<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useMirror } from '~/live/useMirror'
import NumberPlate from '~/plates/NumberPlate.vue'
import { useLeverActions } from '~/levers/useLeverActions'
import { countOf } from '~~/core/names'
import { plainRows } from '~/rows/listRow'
import RowList from '~/rows/RowList.vue'
import { useTypedList } from '~/rows/useTypedList'
import { useViewKeys } from '~/page/useViewKeys'
import { timeOfDay } from '~/page/instants'
import ViewTabs from '~/page/ViewTabs.vue'
import { LEDGER_TABS } from './ledgerTabs'
import RunInspector from './RunInspector.vue'
import { runDuration, runWords } from './runWords'

const mirror = useMirror()
const route = useRoute()
const router = useRouter()
const actions = useLeverActions()
const filter = ref('')
const list = useTemplateRef<{ focus: () => void }>('list')
onMounted(() => list.value?.focus())

const shown = computed(() => {
  const wanted = filter.value.trim().toLowerCase()
  return mirror.runs.filter((run) =>
    `${run.plate} ${run.leverName} ${runWords(run)} ${run.source}`.toLowerCase().includes(wanted),
  )
})
const rows = computed(() => plainRows(shown.value))
const { selected, onKey } = useTypedList({
  entries: () => shown.value,
  selectedId: () => String(route.query.run ?? ''),
  select,
  filter,
  own(event) {
    if (!event.ctrlKey || event.key !== 'Enter' || !selected.value) return false
    void actions.putBack(selected.value.id)
    return true
  },
})

useViewKeys('Ledger', [
  { keys: 'Up', does: 'selects the run above; Down the one below' },
  { keys: 'A', does: 'any letter filters the list' },
  { keys: 'Ctrl+Enter', does: 'puts the selected run back' },
])

function select(id: string): void {
  void router.replace({ query: { run: id } })
}
</script>

<template>
  <section class="view">
    <header class="view-head">
      <h1>Ledger</h1>
      <ViewTabs :tabs="LEDGER_TABS" model-value="runs" label="Parts of the ledger" />
      <ElInput
        v-model="filter"
        class="filter"
        clearable
        placeholder="Filter by lever or outcome"
        aria-label="Filter the runs"
      />
      <span class="soft" role="status">{{ countOf(shown.length, 'run') }}</span>
    </header>
    <div class="view-body">
      <RowList
        ref="list"
        :rows="rows"
        label="Runs, latest first"
        prefix="run"
        :selected-id="selected?.id"
        @key="onKey"
        @choose="(_event, run) => select(run.id)"
      >
        <template #top>
          <div class="row row-head run">
            <span /><span>Lever</span><span>When</span><span>By</span><span>Steps</span><span>Changes</span
            ><span>Took</span><span>Outcome</span>
          </div>
        </template>
        <template #entry="{ entry: run, attrs }">
          <div v-bind="attrs" class="row run">
            <NumberPlate
              :plate="run.plate"
              :steps="mirror.leverById.get(run.leverId)?.steps ?? []"
              :off="run.plate === 0"
            />
            <strong class="cut">{{ run.leverName }}</strong>
            <span>{{ timeOfDay(run.startedAtMs) }}</span>
            <span class="soft">{{ run.source }}</span>
            <span>{{ Math.min(run.position, run.stepCount) }} of {{ run.stepCount }}</span>
            <span>{{ run.changeCount }}</span>
            <span>{{ runDuration(run) }}</span>
            <span class="cut" :class="{ fault: run.outcome === 'failed' }">{{ runWords(run) }}</span>
          </div>
        </template>
        <template #empty>
          <div class="empty">
            <p v-if="mirror.runs.length === 0">
              The ledger keeps what was pulled, how it went and what it changed. Pull a lever, and its run stands here.
            </p>
            <p v-else>No run is like “{{ filter }}”.</p>
            <ElButton v-if="mirror.runs.length === 0" @click="router.push('/levers')"> Go to the levers </ElButton>
          </div>
        </template>
      </RowList>
      <RunInspector v-if="selected" :key="selected.id" :summary="selected" />
    </div>
  </section>
</template>

<style scoped>
.filter {
  width: 300px;
}
.run {
  grid-template-columns: 48px minmax(120px, 1fr) 92px 62px 60px 62px 62px minmax(90px, 150px);
}
</style>
