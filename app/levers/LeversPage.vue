<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed, onMounted, ref, useTemplateRef } from 'vue'
import { useRouter } from 'vue-router'
import { evaluate } from '~~/core/conditions'
import type { Frame, Lever } from '~~/core/levers'
import { countOf } from '~~/core/names'
import { useAhead } from '~/live/useAhead'
import { useMirror } from '~/live/useMirror'
import { groupedRows } from '~/rows/listRow'
import RowList from '~/rows/RowList.vue'
import { useViewKeys } from '~/page/useViewKeys'
import IconRedo from '~icons/tabler/arrow-forward-up'
import IconUndo from '~icons/tabler/arrow-back-up'
import IconPlus from '~icons/tabler/plus'
import BatchInspector from './BatchInspector.vue'
import LeverInspector from './LeverInspector.vue'
import LeverRow from './LeverRow.vue'
import FirstEvening from './FirstEvening.vue'
import { filterLevers, readAhead } from './filterLevers'
import { useFirstEvening } from './useFirstEvening'
import { useLeverActions } from './useLeverActions'
import { useSelection } from './useSelection'

const REST_MS = 90

const mirror = useMirror()
const router = useRouter()
const first = useFirstEvening()
const actions = useLeverActions()
const filter = ref('')
const list = useTemplateRef<{ focus: () => void }>('list')

useAhead(() => readAhead(mirror.levers, mirror.frames, mirror.equipment))
const shown = computed(() => filterLevers(mirror.levers, mirror.frames, mirror.equipment, filter.value))
/** By their frames, in the order of these. */
const groups = computed(() => {
  const byFrame = new Map(mirror.framesStanding.map((frame) => [frame.id, [] as Lever[]]))
  for (const lever of shown.value) byFrame.get(lever.frameId)?.push(lever)
  return [...byFrame].filter(([, levers]) => levers.length > 0).map(([id, entries]) => ({ id, entries }))
})
const rows = computed(() => groupedRows(groups.value))
const inOrder = computed(() => groups.value.flatMap((group) => group.entries))
const selection = useSelection(inOrder)
const selected = selection.current
/** What is shown beside the list waits until one has come to rest, so that going through it is quick. */
const restedId = refDebounced(
  computed(() => selected.value?.id),
  REST_MS,
)
const inspected = computed(() => mirror.leverById.get(restedId.value ?? '') ?? selected.value)
const framesOn = computed(() => new Set(mirror.framesLive.filter((frame) => frame.on).map((frame) => frame.id)))

useViewKeys('Levers', [
  { keys: 'Up', does: 'selects the lever before; Down the next' },
  { keys: 'A', does: 'any letter filters the list; Backspace and Escape take it back' },
  { keys: 'Enter', does: 'edits the selected lever' },
  { keys: 'Ctrl+Enter', does: 'pulls it' },
  { keys: 'Insert', does: 'makes a new lever' },
  { keys: 'Space', does: 'marks the selected lever; Shift+Up and Shift+Down mark several, Ctrl+A all' },
  { keys: 'Ctrl+D', does: 'duplicates it, or all that are marked' },
  { keys: 'Ctrl+E', does: 'enables or disables it' },
  { keys: 'Delete', does: 'deletes it; undo brings it back' },
])

/** What stands at the head of a frame: whether its keys are live, and else why not. */
function headOf(frameId: string): { frame: Frame; words: string; isOn: boolean } {
  const frame = mirror.frameById.get(frameId)!
  const isOn = framesOn.value.has(frameId)
  const waits =
    frame.on && frame.condition ? `waits: ${evaluate(frame.condition, mirror.bench, mirror.moment).because}` : undefined
  const words = isOn ? 'on' : (waits ?? 'off: its keys do nothing')
  const isLifted = mirror.bench.liftedFrames?.includes(frameId) ?? false
  return { frame, isOn, words: isLifted ? `${words}, brought to the top` : words }
}

async function duplicate(): Promise<void> {
  const copies = await actions.batch({ act: 'duplicate' }, selection.chosen.value)
  selection.clear()
  if (copies?.[0]) selection.go(copies[0])
}

async function remove(): Promise<void> {
  const levers = selection.chosen.value
  selection.clear()
  selection.move(1)
  await actions.batch({ act: 'delete' }, levers)
}

async function switchOver(): Promise<void> {
  await actions.batch(
    { act: 'enable', enabled: !selection.chosen.value.every((lever) => lever.enabled) },
    selection.chosen.value,
  )
}

function click(event: MouseEvent, lever: Lever): void {
  if (event.shiftKey) selection.go(lever, true)
  else if (event.ctrlKey || event.metaKey) selection.toggle(lever)
  else {
    selection.clear()
    selection.go(lever)
  }
}

const chordKeys: Record<string, () => unknown> = {
  Enter: () => selected.value && actions.pull(selected.value),
  a: selection.markAll,
  d: duplicate,
  e: switchOver,
}
const plainKeys: Record<string, (event: KeyboardEvent) => unknown> = {
  ArrowDown: (event) => selection.move(1, event.shiftKey),
  ArrowUp: (event) => selection.move(-1, event.shiftKey),
  PageDown: (event) => selection.move(12, event.shiftKey),
  PageUp: (event) => selection.move(-12, event.shiftKey),
  Home: (event) => selection.move(-Infinity, event.shiftKey),
  End: (event) => selection.move(Infinity, event.shiftKey),
  Enter: () => selected.value && actions.edit(selected.value),
  Delete: remove,
  Insert: () => router.push('/levers/new'),
  Backspace: () => {
    filter.value = filter.value.slice(0, -1)
  },
  Escape: () => (selection.marked.value.length > 0 ? selection.clear() : (filter.value = '')),
}

function onKey(event: KeyboardEvent): void {
  if (event.altKey || event.metaKey || event.key === '?' || (event.key === '/' && filter.value === '')) return
  const act = event.ctrlKey
    ? chordKeys[event.key]
    : event.key === ' ' && filter.value === ''
      ? () => selection.toggle(selected.value)
      : plainKeys[event.key]
  if (event.ctrlKey && !act) return
  if (act) void act(event)
  else if (event.key.length === 1) filter.value += event.key
  else return
  event.preventDefault()
}

onMounted(() => list.value?.focus())
</script>

<template>
  <section class="view">
    <header class="view-head">
      <h1>Levers</h1>
      <ElInput
        v-model="filter"
        class="filter"
        clearable
        placeholder="Filter by name, keys, program or frame"
        aria-label="Filter the levers"
        @keydown.down.prevent="list?.focus()"
        @keydown.enter.prevent="list?.focus()"
      />
      <span class="soft" role="status">{{
        shown.length === mirror.levers.length
          ? countOf(shown.length, 'lever')
          : `${shown.length} of ${countOf(mirror.levers.length, 'lever')}`
      }}</span>
      <span class="gap" />
      <NuxtLink to="/values"> Values </NuxtLink>
      <NuxtLink to="/programs"> Programs </NuxtLink>
      <ElButton
        :disabled="!mirror.history.undo"
        :title="mirror.history.undo ? `Take back: ${mirror.history.undo}` : 'Nothing to undo'"
        @click="actions.undo"
      >
        <IconUndo class="icon" /> Undo
      </ElButton>
      <ElButton
        :disabled="!mirror.history.redo"
        :title="mirror.history.redo ? `Do again: ${mirror.history.redo}` : 'Nothing to redo'"
        @click="actions.redo"
      >
        <IconRedo class="icon" /> Redo
      </ElButton>
      <ElButton type="primary" @click="router.push('/levers/new')"> <IconPlus class="icon" /> New lever </ElButton>
    </header>
    <div class="view-body">
      <RowList
        ref="list"
        :rows="rows"
        label="Levers"
        prefix="lever-row"
        :selected-id="selected?.id"
        :marked-ids="selection.markedIds.value"
        @key="onKey"
        @choose="click"
        @open="actions.edit($event)"
      >
        <template #top>
          <FirstEvening v-if="first.isShown.value" :first="first" />
        </template>
        <template #head="{ id }">
          <div class="row row-head frame">
            <span>Frame {{ headOf(id).frame.name }}</span>
            <ElSwitch
              :model-value="headOf(id).isOn"
              size="small"
              :aria-label="`Frame ${headOf(id).frame.name}`"
              @update:model-value="actions.switchFrame(id, Boolean($event))"
            />
            <span>{{ headOf(id).words }}</span>
          </div>
        </template>
        <template #entry="{ entry, attrs, isMarked }">
          <LeverRow v-bind="attrs" :lever="entry" :frame-on="framesOn.has(entry.frameId)" :marked="isMarked" />
        </template>
        <template #empty>
          <div v-if="mirror.levers.length === 0 && !first.isShown.value" class="empty">
            <p>
              A lever opens a program, a folder or an address with one keystroke, with exactly the arguments you give
              it.
            </p>
            <ElButton type="primary" @click="router.push('/levers/new')"> Make the first lever </ElButton>
          </div>
          <div v-else-if="mirror.levers.length > 0" class="empty">
            <p>No lever has “{{ filter }}” in its name, keys, programs or frame.</p>
            <ElButton @click="filter = ''"> Show all levers </ElButton>
          </div>
        </template>
      </RowList>
      <BatchInspector
        v-if="selection.marked.value.length > 1"
        :levers="selection.marked.value"
        @clear="selection.clear()"
      />
      <LeverInspector v-else-if="inspected" :lever="inspected" @duplicate="duplicate" @remove="remove" />
    </div>
  </section>
</template>

<style scoped>
.filter {
  width: 300px;
}
.gap {
  flex: 1;
}
.frame {
  grid-template-columns: auto auto 1fr;
  justify-content: start;
  height: 28px;
}
</style>
