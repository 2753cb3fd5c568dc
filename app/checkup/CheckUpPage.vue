<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef } from 'vue'
import { useRouter } from 'vue-router'
import type { ToldFinding } from '~~/contract'
import { countOf } from '~~/core/names'
import ChoiceSelect from '~/form/ChoiceSelect.vue'
import { optionsOf } from '~/form/optionsOf'
import { useMirror } from '~/live/useMirror'
import { dayAndTime } from '~/page/instants'
import { useViewKeys } from '~/page/useViewKeys'
import { groupedRows } from '~/rows/listRow'
import RowList from '~/rows/RowList.vue'
import { useTypedList } from '~/rows/useTypedList'
import { aboutName, aboutPath } from './aboutWords'
import AboutHead from './AboutHead.vue'
import FindingInspector from './FindingInspector.vue'
import { useCheckUp } from './useCheckUp'
import WhatIfPanel from './WhatIfPanel.vue'

/** Everything that would not go as meant, and what can be done about it. */
const mirror = useMirror()
const router = useRouter()
const { findings, isLoaded, progress, mend, accept } = useCheckUp()
const list = useTemplateRef<{ focus: () => void }>('list')
onMounted(() => list.value?.focus())

const shownWords = {
  open: 'All that is open',
  lately: 'Broke since all was well',
  fault: 'Faults only',
  accepted: 'Accepted',
} as const
const shown = ref<keyof typeof shownWords>('open')
const filter = ref('')
const selectedId = ref<string>()
const marked = ref<ReadonlySet<string>>(new Set())

const wellAtMs = computed(() => mirror.checkUp.wellAtMs)
function isShown({ accepted, severity, sinceMs = 0 }: ToldFinding): boolean {
  if (shown.value === 'accepted') return accepted !== undefined
  if (accepted !== undefined) return false
  if (shown.value === 'lately') return severity === 'fault' && sinceMs > (wellAtMs.value ?? 0)
  return shown.value === 'open' || severity === 'fault'
}
const entries = computed(() => {
  const wanted = filter.value.trim().toLowerCase()
  return findings.value.filter(
    (finding) =>
      isShown(finding) &&
      `${aboutName(finding.about, mirror)} ${finding.where ?? ''} ${finding.message}`.toLowerCase().includes(wanted),
  )
})
const groups = computed(() => {
  const byAbout = new Map<string, { about: ToldFinding['about']; entries: ToldFinding[] }>()
  for (const finding of entries.value) {
    const id = `${finding.about.kind} ${finding.about.id}`
    const group = byAbout.get(id) ?? { about: finding.about, entries: [] }
    group.entries.push(finding)
    byAbout.set(id, group)
  }
  // What fails stands before what is only worth knowing; levers by their numbers, and what is none behind them.
  const isFault = (finding: ToldFinding) => finding.severity === 'fault'
  for (const group of byAbout.values()) group.entries.sort((a, b) => Number(isFault(b)) - Number(isFault(a)))
  const plateOf = ({ id }: ToldFinding['about']) => mirror.leverById.get(id)?.plate ?? Number.MAX_SAFE_INTEGER
  return new Map(
    [...byAbout].sort(
      ([, a], [, b]) =>
        Number(b.entries.some(isFault)) - Number(a.entries.some(isFault)) || plateOf(a.about) - plateOf(b.about),
    ),
  )
})
const rows = computed(() => groupedRows([...groups.value].map(([id, group]) => ({ id, entries: group.entries }))))
const ordered = computed(() => rows.value.flatMap((row) => (row.kind === 'entry' ? [row.entry] : [])))
const { selected, onKey } = useTypedList({
  entries: () => ordered.value,
  selectedId: () => selectedId.value,
  select: (id) => (selectedId.value = id),
  filter,
  own: takeKey,
})
const markedHere = computed(() => new Set(ordered.value.flatMap(({ id }) => (marked.value.has(id) ? [id] : []))))
/** What an act is about: what is marked, else what is selected. */
const meant = computed(() => {
  if (markedHere.value.size > 0) return ordered.value.filter(({ id }) => markedHere.value.has(id))
  return selected.value ? [selected.value] : []
})
const mendable = computed(() => ordered.value.filter((finding) => finding.mend !== undefined))
const count = computed(() => {
  const faults = entries.value.filter(({ severity }) => severity === 'fault').length
  return `${countOf(faults, 'fault')}, ${countOf(entries.value.length - faults, 'note')}`
})

useViewKeys('Check-up', [
  { keys: 'Up', does: 'selects the finding above; Down the one below' },
  { keys: 'Space', does: 'marks the finding, so that several are mended or accepted at once' },
  { keys: 'Enter', does: 'opens what it is about' },
  { keys: 'Ctrl+Enter', does: 'mends what is marked, or the selected finding' },
  { keys: 'A', does: 'any letter filters the list' },
])

function mark(id: string): void {
  const next = new Set(marked.value)
  if (!next.delete(id)) next.add(id)
  marked.value = next
}

function choose(event: MouseEvent, { id }: ToldFinding): void {
  selectedId.value = id
  if (event.ctrlKey || event.metaKey) mark(id)
}

async function mendAll(all: readonly ToldFinding[]): Promise<void> {
  const ids = all.flatMap((finding) => (finding.mend === undefined ? [] : [finding.id]))
  if (ids.length > 0) await mend(ids)
  marked.value = new Set()
}

async function acceptMeant(reason: string | undefined): Promise<void> {
  const ids = meant.value.map(({ id }) => id)
  if (await accept(ids, reason)) marked.value = new Set()
}

function open(finding: ToldFinding): void {
  void router.push(aboutPath(finding))
}

function takeKey({ key, ctrlKey }: KeyboardEvent): boolean {
  if (ctrlKey && key === 'Enter') void mendAll(meant.value)
  else if (ctrlKey || !selected.value) return false
  else if (key === 'Enter') open(selected.value)
  else if (key === ' ' && filter.value === '') mark(selected.value.id)
  else return false
  return true
}
</script>

<template>
  <section class="view">
    <header class="view-head">
      <h1>Check-up</h1>
      <ChoiceSelect v-model="shown" class="which" label="Which findings" :options="optionsOf(shownWords)" />
      <ElInput v-model="filter" class="filter" clearable placeholder="Filter" aria-label="Filter the findings" />
      <span class="soft" role="status">{{ [isLoaded ? count : '', progress ?? ''].filter(Boolean).join('; ') }}</span>
      <span class="spring" />
      <span v-if="wellAtMs !== undefined && mirror.checkUp.faults > 0" class="soft"
        >All was well {{ dayAndTime(wellAtMs) }}</span
      >
      <ElButton v-if="mendable.length > 1" @click="mendAll(mendable)">Mend all {{ mendable.length }}</ElButton>
    </header>
    <div class="view-body">
      <RowList
        ref="list"
        :rows="rows"
        label="Findings"
        prefix="finding"
        :selected-id="selected?.id"
        :marked-ids="markedHere"
        :row-height="44"
        :head-height="32"
        @key="onKey"
        @choose="choose"
        @open="open"
      >
        <template #head="{ id }">
          <AboutHead :about="groups.get(id)!.about" />
        </template>
        <template #entry="{ entry: finding, attrs }">
          <div v-bind="attrs" class="row finding">
            <span class="sign" :class="finding.severity">{{ finding.severity === 'fault' ? 'Fault' : 'Note' }}</span>
            <span class="cut soft" :title="finding.where">{{ finding.where }}</span>
            <span class="message" :title="finding.message">{{ finding.message }}</span>
            <!-- For the pointer; by key it is mended by Ctrl+Enter, and beside the list. -->
            <span v-if="finding.mend" class="mend cut" :title="finding.mend" @click.stop="mendAll([finding])">{{
              finding.mend
            }}</span>
          </div>
        </template>
        <template #empty>
          <div class="empty">
            <p v-if="!isLoaded">Looking at all levers…</p>
            <p v-else-if="filter !== ''">No finding is like “{{ filter }}”.</p>
            <p v-else-if="shown === 'accepted'">
              Nothing is accepted. A finding that is as you want it is accepted with a reason, and counts no more.
            </p>
            <p v-else-if="shown === 'lately'">Nothing broke since all was well.</p>
            <p v-else>
              All is well: every lever would find what it needs, and gets its keys. What breaks later stands here, with
              what mends it.
            </p>
          </div>
        </template>
      </RowList>
      <aside class="inspector" aria-label="Finding">
        <FindingInspector
          v-if="selected"
          :finding="selected"
          :count="meant.length"
          @mend="mendAll(meant)"
          @accept="acceptMeant"
          @open="open(selected)"
        />
        <WhatIfPanel />
      </aside>
    </div>
  </section>
</template>

<style scoped>
.which {
  width: 210px;
}
.filter {
  width: 200px;
}
.spring {
  flex: 1;
}
.finding {
  grid-template-columns: 42px 112px minmax(0, 1fr) minmax(0, auto);
  height: 44px;
}
.message {
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  overflow: hidden;
  line-height: 1.3;
}
.sign {
  color: var(--ink-soft);
  font: 600 13px var(--engraved);
}
.sign.fault {
  color: var(--fault);
}
.mend {
  max-width: 200px;
  padding: 2px 10px;
  border: 1px solid var(--line-strong);
  border-radius: var(--radius);
  background: var(--surface);
  font: 600 13px var(--engraved);
  cursor: pointer;
}
.mend:hover {
  background: var(--press-soft);
}
</style>
