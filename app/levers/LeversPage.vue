<script setup lang="ts">
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { Lever } from '~~/core/levers'
import { useMirror } from '~/live/useMirror'
import { useViewKeys } from '~/shell/useViewKeys'
import IconRedo from '~icons/tabler/arrow-forward-up'
import IconUndo from '~icons/tabler/arrow-back-up'
import IconPlus from '~icons/tabler/plus'
import LeverInspector from './LeverInspector.vue'
import LeverRow from './LeverRow.vue'
import { filterLevers } from './filterLevers'
import { useLeverActions } from './useLeverActions'

const mirror = useMirror()
const router = useRouter()
const actions = useLeverActions()
const filter = ref('')
const selectedId = ref<string>()
const list = ref<HTMLElement>()

const shown = computed(() => filterLevers(mirror.levers, mirror.frames, mirror.bench, filter.value))
const groups = computed(() => mirror.frames.map(frame => ({ frame, levers: shown.value.filter(lever => lever.frameId === frame.id) })).filter(group => group.levers.length > 0))
const inOrder = computed(() => groups.value.flatMap(group => group.levers))
const selected = computed<Lever | undefined>(() => inOrder.value.find(lever => lever.id === selectedId.value) ?? inOrder.value[0])
const framesOn = computed(() => new Set(mirror.frames.filter(frame => frame.on).map(frame => frame.id)))

useViewKeys('Levers', [
  { keys: 'Up', does: 'selects the lever before; Down the next' },
  { keys: 'A', does: 'any letter filters the list; Backspace and Escape take it back' },
  { keys: 'Enter', does: 'edits the selected lever' },
  { keys: 'Ctrl+Enter', does: 'pulls it' },
  { keys: 'Insert', does: 'makes a new lever' },
  { keys: 'Ctrl+D', does: 'duplicates it' },
  { keys: 'Ctrl+E', does: 'enables or disables it' },
  { keys: 'Delete', does: 'deletes it; undo brings it back' },
])

watch(selected, lever => nextTick(() => document.getElementById(`lever-row-${lever?.id}`)?.scrollIntoView({ block: 'nearest' })))

function move(by: number): void {
  const at = selected.value ? inOrder.value.indexOf(selected.value) : 0
  selectedId.value = inOrder.value[Math.min(Math.max(0, at + by), inOrder.value.length - 1)]?.id
}

async function duplicate(lever: Lever): Promise<void> {
  const copy = await actions.duplicate(lever)
  if (copy) selectedId.value = copy.id
}

async function remove(lever: Lever): Promise<void> {
  move(1)
  await actions.remove(lever)
}

const chordKeys: Record<string, (lever: Lever) => unknown> = { Enter: lever => actions.pull(lever), d: duplicate, e: lever => actions.setEnabled(lever, !lever.enabled) }
const plainKeys: Record<string, (lever: Lever | undefined) => unknown> = {
  ArrowDown: () => move(1),
  ArrowUp: () => move(-1),
  PageDown: () => move(12),
  PageUp: () => move(-12),
  Home: () => move(-Infinity),
  End: () => move(Infinity),
  Enter: lever => lever && actions.edit(lever),
  Delete: lever => lever && remove(lever),
  Insert: () => router.push('/levers/new'),
  Backspace: () => { filter.value = filter.value.slice(0, -1) },
  Escape: () => { filter.value = '' },
}

function onKey(event: KeyboardEvent): void {
  const lever = selected.value
  if (event.altKey || event.metaKey || event.key === '?' || (event.key === '/' && filter.value === '')) return
  const chordAct = event.ctrlKey && lever ? chordKeys[event.key] : undefined
  if (event.ctrlKey && !chordAct) return
  if (chordAct) void chordAct(lever!)
  else if (plainKeys[event.key]) void plainKeys[event.key]!(lever)
  else if (event.key.length === 1) filter.value += event.key
  else return
  event.preventDefault()
}

onMounted(() => list.value?.focus({ preventScroll: true }))
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
      <span
        class="soft"
        role="status"
      >{{ shown.length === mirror.levers.length ? `${shown.length} levers` : `${shown.length} of ${mirror.levers.length} levers` }}</span>
      <span class="gap" />
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
      <ElButton
        type="primary"
        @click="router.push('/levers/new')"
      >
        <IconPlus class="icon" /> New lever
      </ElButton>
    </header>
    <div class="view-body">
      <div
        ref="list"
        class="rows"
        role="listbox"
        tabindex="0"
        aria-label="Levers"
        :aria-activedescendant="selected ? `lever-row-${selected.id}` : undefined"
        @keydown="onKey"
      >
        <template
          v-for="group in groups"
          :key="group.frame.id"
        >
          <div
            class="row row-head frame"
            role="presentation"
          >
            <span>Frame {{ group.frame.name }}</span>
            <ElSwitch
              :model-value="group.frame.on"
              size="small"
              :aria-label="`Frame ${group.frame.name}`"
              @update:model-value="actions.switchFrame(group.frame.id, Boolean($event))"
            />
            <span>{{ group.frame.on ? 'on' : 'off: its keys do nothing' }}</span>
          </div>
          <LeverRow
            v-for="lever in group.levers"
            :id="`lever-row-${lever.id}`"
            :key="lever.id"
            :lever="lever"
            :frame-on="framesOn.has(lever.frameId)"
            role="option"
            :aria-selected="lever.id === selected?.id"
            @click="selectedId = lever.id"
            @dblclick="actions.edit(lever)"
          />
        </template>
        <div
          v-if="mirror.levers.length === 0"
          class="empty"
        >
          <p>A lever opens a program, a folder or an address with one keystroke, with exactly the arguments you give it.</p>
          <ElButton
            type="primary"
            @click="router.push('/levers/new')"
          >
            Make the first lever
          </ElButton>
        </div>
        <div
          v-else-if="shown.length === 0"
          class="empty"
        >
          <p>No lever has “{{ filter }}” in its name, keys, programs or frame.</p>
          <ElButton @click="filter = ''">
            Show all levers
          </ElButton>
        </div>
      </div>
      <LeverInspector
        v-if="selected"
        :key="selected.id"
        :lever="selected"
        @duplicate="duplicate(selected)"
        @remove="remove(selected)"
      />
    </div>
  </section>
</template>

<style scoped>
.filter { width: 300px; }
.gap { flex: 1; }
.frame { grid-template-columns: auto auto 1fr; justify-content: start; height: 28px; }
</style>
