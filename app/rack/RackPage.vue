<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from 'vue'
import { entryActKeys } from '~~/core/finding'
import type { EntryAct, Findable } from '~~/core/finding'
import { countOf } from '~~/core/names'
import { entriesOn } from '~~/core/rack'
import type { RackFolder } from '~~/core/rack'
import ActStrip from '~/launcher/ActStrip.vue'
import LeavingProgram from '~/launcher/LeavingProgram.vue'
import { useBoardAsk } from '~/launcher/useBoardAsk'
import { useEntryActs } from '~/launcher/useEntryActs'
import { useUninstall } from '~/launcher/useUninstall'
import { useNotices } from '~/live/useNotices'
import { useRack } from '~/live/useRack'
import { useViewKeys } from '~/page/useViewKeys'
import { moveSpot } from './plateLines'
import { moves, RACK_KEYS } from './rackKeys'
import type { PlateSpot } from './plateLines'
import RackRows from './RackRows.vue'
import RackTabs from './RackTabs.vue'
import { useArranging } from './useArranging'
import { usePlates } from './usePlates'
import { useShownPage } from './useShownPage'

/** Pages of plates in named rows, as along a block shelf: one with everything, and those that one has arranged oneself. */
const rack = useRack()
const notices = useNotices()
const acts = useEntryActs()
const uninstalling = useUninstall()
const board = useBoardAsk()
const { plateOf } = usePlates()

const filter = ref('')
const at = ref<PlateSpot>()
const marked = ref<ReadonlySet<string>>(new Set())
const open = ref<ReadonlySet<string>>(new Set())
/** The program that is about to be uninstalled. */
const leaving = ref<string>()
const shelf = useTemplateRef<HTMLElement>('shelf')
const { width } = useElementSize(shelf)

const { pages, page, isOwn, shown, size, columns, lines, show, turn } = useShownPage({ filter, open, width, plateOf })

const entryAt = computed<Findable | undefined>(() => (at.value ? plateOf.value(at.value.key).entry : undefined))
const lineAt = computed(() => (at.value ? plateOf.value(at.value.key).line : undefined))
const folderAt = computed(() => {
  const { rowId, key } = at.value ?? {}
  const row = shown.value.rows.find(({ id }) => id === rowId)
  return row?.items.find((item): item is RackFolder => item.kind === 'folder' && `folder ${item.id}` === key)
})
const arranging = useArranging({ page, at, marked, open })

useViewKeys('Rack', RACK_KEYS)

watch(
  () => page.value.id,
  () => {
    marked.value = new Set()
    at.value = undefined
  },
)
watch(lines, (now) => {
  const all = now.flatMap(({ spots }) => spots)
  if (filter.value !== '' || (at.value && !all.some(({ key }) => key === at.value!.key))) at.value = all[0]
})
onMounted(focusPlates)

function focusPlates(): void {
  void nextTick(() => shelf.value?.focus({ preventScroll: true }))
}

async function move(to: Parameters<typeof moveSpot>[2]): Promise<void> {
  at.value = moveSpot(lines.value, at.value, to)
  await nextTick()
  document.getElementById('rack-at')?.scrollIntoView({ block: 'nearest' })
}

function mark(key: string): void {
  const after = new Set(marked.value)
  if (!after.delete(key)) after.add(key)
  marked.value = after
}

function choose(spot: PlateSpot, event: MouseEvent): void {
  shelf.value?.focus({ preventScroll: true })
  at.value = spot
  if (event.ctrlKey || event.metaKey) return mark(spot.key)
  void go(spot)
}

async function go(spot = at.value, act: EntryAct = 'go'): Promise<void> {
  if (!spot) return
  at.value = spot
  const folder = folderAt.value
  if (folder) return toggle(folder.id)
  const { entry } = plateOf.value(spot.key)
  if (!entry)
    return notices.show({ text: 'What this plate was for is gone. Delete takes it off the page.', tone: 'fault' })
  await perform(act, entry)
}

function toggle(folderId: string): void {
  const after = new Set(open.value)
  if (!after.delete(folderId)) after.add(folderId)
  open.value = after
}

/** Acts that have no meaning on a plate. */
const NOT_HERE: readonly EntryAct[] = ['why', 'pin', 'remove']

async function perform(act: EntryAct, entry: Findable): Promise<void> {
  if (act === 'uninstall') {
    leaving.value = entry.target.kind === 'program' ? entry.target.programId : undefined
    return
  }
  if (act === 'word' || act === 'open-with' || act === 'rack') return board.ask(act, entry)
  if (act === 'why') return
  await acts.perform(act, entry)
}

async function uninstall(): Promise<void> {
  const programId = leaving.value
  leaving.value = undefined
  if (programId !== undefined && uninstalling.canGo(programId)) await uninstalling.uninstall(programId)
}

function onAlt(event: KeyboardEvent): boolean {
  const arrows = { ArrowLeft: 'left', ArrowRight: 'right', ArrowUp: 'up', ArrowDown: 'down' } as const
  const arrow = Object.hasOwn(arrows, event.key) ? arrows[event.key as keyof typeof arrows] : undefined
  if (arrow && isOwn.value) arranging.shift(arrow, lines.value)
  else if (event.key === '+' || event.key === '=') arranging.resize(1)
  else if (event.key === '-') arranging.resize(-1)
  else if (event.code === 'KeyF' && isOwn.value) arranging.fold()
  else if (event.code === 'KeyI' && isOwn.value) arranging.into()
  else if (event.code === 'KeyN' && isOwn.value) arranging.rename()
  else {
    const act = (Object.keys(entryActKeys) as EntryAct[]).find(
      (one) => entryActKeys[one] === `Alt+${event.code.slice(3)}`,
    )
    if (!act || NOT_HERE.includes(act) || !entryAt.value) return false
    void perform(act, entryAt.value)
  }
  return true
}

function onKey(event: KeyboardEvent): void {
  if (event.target !== shelf.value) return
  if (leaving.value !== undefined && (event.key === 'Enter' || event.key === 'Escape')) {
    if (event.key === 'Enter') void uninstall()
    else leaving.value = undefined
  } else if (event.altKey && !event.ctrlKey && !event.metaKey) {
    if (!onAlt(event)) return
  } else if (event.ctrlKey || event.metaKey || event.key === '?' || (event.key === '/' && filter.value === '')) return
  else if (moves.has(event.key)) void move(moves.get(event.key)!)
  else if (event.key === 'Enter') void go(at.value, event.shiftKey ? 'another' : 'go')
  else if (event.key === ' ' && filter.value === '') {
    if (at.value) mark(at.value.key)
  } else if (event.key === 'Delete' && isOwn.value) arranging.takeOff()
  else if (event.key === 'Insert' && isOwn.value) rack.addRow(page.value)
  else if (event.key === 'PageDown') turn(1)
  else if (event.key === 'PageUp') turn(-1)
  else if (event.key === 'Backspace') filter.value = filter.value.slice(0, -1)
  else if (event.key === 'Escape') {
    if (marked.value.size > 0) marked.value = new Set()
    else filter.value = ''
  } else if (event.key.length === 1) filter.value += event.key
  else return
  event.preventDefault()
}

/** A name was given, or not; keys belong to the plates again. */
function named(name: string | undefined): void {
  if (name === undefined) arranging.renaming.value = undefined
  else arranging.nameIt(name)
  shelf.value?.focus({ preventScroll: true })
}
</script>

<template>
  <section class="view rack">
    <header class="view-head">
      <h1>Rack</h1>
      <RackTabs :pages="pages" :page="page" @show="show" @leave="focusPlates" />
      <ElInput v-model="filter" class="filter" clearable placeholder="Type to find" aria-label="Filter the page" />
      <span class="soft" role="status">{{ countOf(entriesOn(shown).length, 'plate') }}</span>
      <ElButtonGroup aria-label="Size of the plates">
        <ElButton size="small" aria-label="Smaller plates" @click="arranging.resize(-1)">−</ElButton>
        <ElButton size="small" aria-label="Larger plates" @click="arranging.resize(1)">+</ElButton>
      </ElButtonGroup>
    </header>
    <div
      ref="shelf"
      class="shelves"
      tabindex="0"
      role="group"
      :aria-label="`Plates of ${page.name}`"
      :aria-activedescendant="at ? 'rack-at' : undefined"
      :style="{
        '--cell': `${size.cell}px`,
        '--plate-height': `${size.height}px`,
        '--plate-type': `${size.type}px`,
        '--plate-icon': `${size.icon}px`,
      }"
      @keydown="onKey"
    >
      <RackRows
        :page="shown"
        :columns="columns"
        :size="size"
        :is-long="!isOwn"
        :shelf="{ plateOf, at, marked, open, query: filter, canArrange: isOwn && filter === '' }"
        :renaming="arranging.renaming.value"
        @choose="choose"
        @drop="arranging.drop"
        @rename="named"
        @leave="named(undefined)"
        @ask-name="arranging.renaming.value = $event"
        @move-row="arranging.moveRow"
        @remove-row="arranging.removeRow"
        @dissolve="arranging.dissolve"
      />
      <div v-if="shown.rows.length === 0" class="empty">
        <p v-if="filter !== ''">Nothing on {{ page.name }} is named like “{{ filter }}”.</p>
        <p v-else>
          This page has no rows. Add one, then put on it whatever you reach for: from the launcher with Alt+R, or from
          Everything.
        </p>
        <ElButton v-if="filter === '' && isOwn" type="primary" @click="rack.addRow(page)"> Add a row </ElButton>
      </div>
    </div>
    <LeavingProgram v-if="leaving" :program-id="leaving" class="leaving" @decided="leaving = undefined" />
    <div v-if="at" class="foot">
      <ActStrip
        v-if="entryAt && lineAt"
        :hit="{ entry: entryAt, tier: 'name' }"
        :does="lineAt.does"
        :without="NOT_HERE"
        @act="perform($event, entryAt)"
      />
      <p v-else-if="folderAt" class="soft words">
        Enter opens the folder {{ folderAt.name }} in place; Alt+N renames it; Delete takes it off with what is in it.
      </p>
      <p v-if="marked.size > 0" class="words">
        {{ countOf(marked.size, 'plate') }} marked
        <ElButton v-if="isOwn" size="small" @click="arranging.fold()"> Make a folder of them </ElButton>
        <ElButton v-if="isOwn" size="small" @click="arranging.takeOff()"> Take them off </ElButton>
      </p>
    </div>
  </section>
</template>

<style scoped>
.rack {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto auto;
}
.filter {
  width: 200px;
  margin-left: auto;
}
.shelves {
  overflow: auto;
  outline: 0;
  padding-bottom: 16px;
}
.shelves:focus-visible {
  box-shadow: 0 0 0 2px var(--live) inset;
}
.leaving {
  border-top: 2px solid var(--ink);
}
.foot {
  border-top: 1px solid var(--line-strong);
  background: var(--sunken);
}
.words {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 5px 16px;
}
</style>
