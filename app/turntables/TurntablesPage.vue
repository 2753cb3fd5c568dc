<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import { useRoute, useRouter } from 'vue-router'
import { describeScope, opensTurntable, triggerKeys, turntableOf } from '~~/core/levers'
import { countOf } from '~~/core/names'
import NameSelect from '~/form/NameSelect.vue'
import { useMirror } from '~/live/useMirror'
import { useViewKeys } from '~/page/useViewKeys'
import KeyPlates from '~/plates/KeyPlates.vue'
import NumberPlate from '~/plates/NumberPlate.vue'
import { plainRows } from '~/rows/listRow'
import RowList from '~/rows/RowList.vue'
import { useTypedList } from '~/rows/useTypedList'
import TableDrawing from './TableDrawing.vue'
import { useTableMaking } from './useTableMaking'

/** Every lever that opens a turntable, with what its roads do; new ones are made from a program. */
const mirror = useMirror()
const route = useRoute()
const router = useRouter()
const making = useTableMaking()
const filter = ref('')
const list = useTemplateRef<{ focus: () => void }>('list')
onMounted(() => list.value?.focus())

const tables = computed(() =>
  mirror.levers.filter(opensTurntable).flatMap((lever) => {
    const table = turntableOf(lever, (id) => mirror.leverById.get(id), mirror.names)
    return table ? [{ id: lever.id, lever, table, roads: table.roads.map(({ label }) => label).join(', ') }] : []
  }),
)
const shown = computed(() => {
  const wanted = filter.value.trim().toLowerCase()
  return tables.value.filter(({ lever, roads }) =>
    `${lever.plate} ${lever.name} ${roads}`.toLowerCase().includes(wanted),
  )
})
const rows = computed(() => plainRows(shown.value))
const { selected, onKey } = useTypedList({
  entries: () => shown.value,
  selectedId: () => String(route.query.lever ?? ''),
  select,
  filter,
  own(event) {
    if (event.ctrlKey || event.key !== 'Enter') return false
    edit()
    return true
  },
})
const aimed = ref<number>()
const wanted = ref('')
const MOST_FOUND = 6
/** Levers that can be put on a road, by what is typed; one of its own is not among them. */
const found = computed(() => {
  const typed = wanted.value.trim().toLowerCase()
  const others = mirror.levers.filter(({ id }) => id !== selected.value?.id)
  return others.filter(({ plate, name }) => `${plate} ${name}`.toLowerCase().includes(typed)).slice(0, MOST_FOUND)
})
function put(at: number, item: HTMLElement): void {
  const { lever } = item.dataset
  if (lever !== undefined && selected.value) void making.putOnRoad(selected.value.lever, at, lever)
}
const programs = computed(() => Object.values(mirror.bench.programs).map(({ id, name }) => ({ value: id, name })))

useViewKeys('Turntables', [
  { keys: 'Up', does: 'selects the turntable above; Down the one below' },
  { keys: 'Enter', does: 'edits it' },
  { keys: 'A', does: 'any letter filters the list' },
])

function select(id: string | undefined): void {
  aimed.value = undefined
  if (id) void router.replace({ query: { lever: id } })
}
function edit(): void {
  if (selected.value) void router.push(`/levers/${selected.value.id}`)
}
</script>

<template>
  <section class="view">
    <header class="view-head">
      <h1>Turntables</h1>
      <ElInput
        v-model="filter"
        class="filter"
        clearable
        placeholder="Filter by name or road"
        aria-label="Filter the turntables"
      />
      <span class="soft" role="status">{{ countOf(shown.length, 'turntable') }}</span>
      <NameSelect
        of="program"
        class="new"
        model-value=""
        label="A turntable from a program"
        placeholder="New from a program…"
        :options="programs"
        @update:model-value="making.fromProgram($event)"
      />
    </header>
    <div class="view-body">
      <RowList
        ref="list"
        :rows="rows"
        label="Turntables, by number"
        prefix="turntable"
        :selected-id="selected?.id"
        @key="onKey"
        @choose="(_event, { id }) => select(id)"
      >
        <template #top>
          <div class="row row-head line">
            <span /><span>Lever</span><span>Opened by</span><span>Live</span><span>Roads</span>
          </div>
        </template>
        <template #entry="{ entry: { lever, roads }, attrs }">
          <div v-bind="attrs" class="row line">
            <NumberPlate :plate="lever.plate" :steps="lever.steps" :off="!lever.enabled" />
            <strong class="cut">{{ lever.name }}</strong>
            <span class="keys">
              <KeyPlates
                v-for="trigger in lever.triggers.slice(0, 2)"
                :key="trigger.id"
                :chord="triggerKeys(trigger)"
              />
              <span v-if="lever.triggers.length === 0" class="soft">no key yet</span>
            </span>
            <span class="soft cut">{{ describeScope(lever.scope, mirror.names) }}</span>
            <span class="cut">{{ roads }}</span>
          </div>
        </template>
        <template #empty>
          <div class="empty">
            <p v-if="tables.length === 0">
              A turntable puts up to eight levers or steps around the pointer: press its button, stroke towards one, let
              go. Choose a program above, and its most useful acts become roads; or mark levers in the view Levers.
            </p>
            <p v-else>No turntable is like “{{ filter }}”.</p>
            <ElButton v-if="tables.length === 0" @click="router.push('/levers')"> Go to the levers </ElButton>
          </div>
        </template>
      </RowList>
      <aside v-if="selected" class="inspector" :aria-label="`Turntable ${selected.lever.name}`">
        <header>
          <NumberPlate :plate="selected.lever.plate" :steps="selected.lever.steps" :off="!selected.lever.enabled" />
          <h2>{{ selected.lever.name }}</h2>
        </header>
        <div class="drawn"><TableDrawing bare :table="selected.table" :aimed="aimed" /></div>
        <ol class="roads">
          <li
            v-for="(road, i) in selected.table.roads"
            :key="road.id"
            :class="{ aimed: aimed === i }"
            @pointerenter="aimed = i"
            @pointerleave="aimed = undefined"
          >
            <VueDraggable
              :model-value="[road]"
              class="road"
              :group="{ name: 'roads', pull: false, put: true }"
              :sort="false"
              :data-road-of="road.id"
              @add="put(i, $event.item)"
            >
              <span>
                <span class="number">{{ i + 1 }}</span> {{ road.label
                }}<span v-if="road.table" class="soft"
                  >, a turntable of {{ countOf(road.table.roads.length, 'road') }}</span
                >
              </span>
            </VueDraggable>
          </li>
        </ol>
        <div class="actions">
          <ElButton @click="edit"> Edit </ElButton>
        </div>
        <NameSelect
          of="program"
          model-value=""
          :label="`Copy ${selected.lever.name} for another program`"
          placeholder="Copy for another program…"
          :options="programs"
          @update:model-value="making.copyFor(selected.lever, $event)"
        />
        <ElInput
          v-model="wanted"
          clearable
          placeholder="Levers, to be dragged onto a road"
          aria-label="Find levers to be dragged onto a road"
        />
        <VueDraggable
          :model-value="found"
          class="found"
          :group="{ name: 'roads', pull: 'clone', put: false }"
          :sort="false"
        >
          <span v-for="lever in found" :key="lever.id" class="lever" :data-lever="lever.id">
            <NumberPlate :plate="lever.plate" :steps="lever.steps" :off="!lever.enabled" />
            <span class="cut">{{ lever.name }}</span>
          </span>
        </VueDraggable>
      </aside>
    </div>
  </section>
</template>

<style scoped>
.line {
  grid-template-columns: 46px 190px 210px 130px minmax(0, 1fr);
}
.filter {
  width: 280px;
}
.view-head .soft {
  white-space: nowrap;
}
.new {
  width: 240px;
  margin-left: auto;
}
.keys {
  display: flex;
  gap: 8px;
  overflow: hidden;
}
.drawn {
  display: flex;
  justify-content: center;
  padding: 6px 0;
  background: var(--sunken);
}
.roads {
  padding: 0;
  list-style: none;
}
.roads li {
  padding: 3px 6px;
}
.roads li.aimed {
  background: var(--press-soft);
}
.road {
  min-height: 22px;
}
.found {
  display: grid;
  gap: 4px;
}
.lever {
  display: flex;
  gap: 8px;
  align-items: center;
  cursor: grab;
}
.number {
  display: inline-block;
  width: 20px;
  font: 600 15px var(--engraved);
}
</style>
