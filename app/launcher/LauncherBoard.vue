<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, onMounted, useTemplateRef, watch } from 'vue'
import { countOf } from '~~/core/names'
import { useMirror } from '~/live/useMirror'
import { whenIdle } from '~/page/whenIdle'
import { isTyping } from '~/page/isTyping'
import KeyPlates from '~/plates/KeyPlates.vue'
import IconSearch from '~icons/tabler/search'
import ActStrip from './ActStrip.vue'
import BoardLeads from './BoardLeads.vue'
import FoundList from './FoundList.vue'
import { foundLine } from './foundLine'
import NarrowBar from './NarrowBar.vue'
import UninstallPanel from './UninstallPanel.vue'
import { useBoard } from './useBoard'
import { useBoardAsk } from './useBoardAsk'
import { useBoardDeeds } from './useBoardDeeds'
import { useBoardKeys } from './useBoardKeys'
import { useFinder } from './useFinder'
import WhyLine from './WhyLine.vue'
import WordPanel from './WordPanel.vue'

/** The field in the top bar, and under it a board of what was found, like the board of departures in a station. */
const mirror = useMirror()
const finder = useFinder()
const board = useBoard()
const deeds = useBoardDeeds(board, { open, close })
const onKey = useBoardKeys(board, deeds, leave)
const { asked } = useBoardAsk()
const { isOpen, query, mode, narrowing, category, isGrid, chosen, isWhy, hits, rows, row, leading } = board
const field = useTemplateRef<HTMLInputElement>('field')
let cameFrom: HTMLElement | undefined

const hit = computed(() => (row.value?.kind === 'hit' ? row.value.hit : undefined))
const does = computed(() => (hit.value ? foundLine(hit.value.entry, mirror).does : ''))
const prompt = computed(() => {
  switch (mode.value.kind) {
    case 'open-with':
      return `Open ${mode.value.entry.name} with`
    case 'word':
      return `Short word for ${mode.value.entry.name}`
    case 'rack':
      return `Put ${mode.value.entry.name} on`
    case 'uninstall':
      return `Uninstall ${mode.value.entry.name}?`
    default:
      return undefined
  }
})

// The index is got ready while nothing else is to be done, so that the first key finds it there.
onMounted(() =>
  watch(
    () => mirror.phase === 'live',
    (isLive) => isLive && void whenIdle({ timeout: 4000 }).then(() => finder.start()),
    { immediate: true },
  ),
)

watch(asked, (now) => {
  if (!now) return
  asked.value = undefined
  open()
  board.turnTo({ kind: now.act, entry: now.entry }, true)
})

function open(): void {
  if (document.activeElement instanceof HTMLElement && document.activeElement !== field.value)
    cameFrom = document.activeElement
  board.open()
  void nextTick(() => field.value?.select())
  field.value?.focus()
}

function close(): void {
  board.close()
  field.value?.blur()
  cameFrom?.focus()
  cameFrom = undefined
}

function leave(): void {
  if (mode.value.kind !== 'find' && !board.isAsked.value) board.turnTo({ kind: 'find' })
  else if (narrowing.value) board.narrowTo(undefined)
  else close()
}

useEventListener(window, 'keydown', (event) => {
  const isSlash = event.key === '/' && !isTyping() && !event.ctrlKey && !event.altKey && !event.metaKey
  if ((event.code !== 'F2' || event.defaultPrevented) && !isSlash) return
  event.preventDefault()
  open()
})
</script>

<template>
  <div class="launcher">
    <IconSearch class="icon glass" />
    <span v-if="prompt" class="prompt cut">{{ prompt }}</span>
    <input
      ref="field"
      v-model="query"
      type="text"
      role="combobox"
      :aria-label="prompt ?? 'Launcher: find and open anything'"
      :aria-controls="isOpen && rows.length > 0 ? 'launcher-list' : undefined"
      aria-autocomplete="list"
      :aria-expanded="isOpen"
      :aria-activedescendant="isOpen && rows.length > 0 ? `launcher-${chosen}` : undefined"
      :placeholder="
        board.before.value !== undefined && isOpen
          ? `${board.before.value}  go on with + − × ÷`
          : 'Find, open, work out'
      "
      autocomplete="off"
      spellcheck="false"
      @focus="board.open()"
      @blur="board.close()"
      @keydown="onKey"
    />
    <KeyPlates chord="F2" />
    <div v-if="isOpen" id="launcher-board" class="board" @mousedown.prevent>
      <WordPanel v-if="mode.kind === 'word'" :entry="mode.entry" :word="query" />
      <template v-else-if="mode.kind === 'uninstall' && mode.entry.target.kind === 'program'">
        <UninstallPanel :program-id="mode.entry.target.programId" />
        <p class="foot soft">Enter uninstalls it; Escape leaves it.</p>
      </template>
      <template v-else>
        <NarrowBar
          v-if="mode.kind === 'find'"
          :narrowing="narrowing"
          :category="category"
          @narrow="board.narrowTo($event)"
          @choose="category = $event"
        />
        <div v-if="rows.length > 0" id="launcher-list" class="list" role="listbox" aria-label="Found">
          <BoardLeads :rows="rows.slice(0, leading)" :chosen="chosen" @go="((chosen = $event), deeds.go())" />
          <FoundList
            :hits="hits"
            :query="query"
            :chosen="chosen"
            :first="leading"
            :is-grid="isGrid"
            @choose="chosen = $event"
            @go="((chosen = $event), deeds.go())"
          />
        </div>
        <p v-if="rows.length === 0" class="none">
          <template v-if="query.trim() === ''">There is nothing of that kind yet.</template>
          <template v-else
            >Nothing{{ narrowing ? ` among ${narrowing.label.toLowerCase()}` : '' }} is named like “{{
              query.length > 80 ? `${query.slice(0, 80)}…` : query
            }}”. Things are found by name, initials, short word, with a slip, and by part of a path.</template
          >
        </p>
        <WhyLine v-if="hit && isWhy" :hit="hit" :query="query" />
        <ActStrip v-if="hit && mode.kind === 'find'" :hit="hit" :does="does" @act="deeds.perform($event, hit.entry)" />
        <p class="foot soft">
          <span role="status">{{
            finder.phase === 'scanning' || finder.phase === 'waiting'
              ? `Taking in files: ${finder.scannedCount.toLocaleString('en')} so far`
              : `Finds among ${countOf(finder.size, 'entry', 'entries')}`
          }}</span>
          <button type="button" tabindex="-1" @mousedown.prevent="isGrid = !isGrid">
            <KeyPlates chord="Alt+V" /> {{ isGrid ? 'as rows' : 'as a grid' }}
          </button>
        </p>
      </template>
    </div>
  </div>
</template>

<style scoped>
/* The list box itself is what is gone through by key, and so what is moved. */
.list {
  max-height: min(442px, 60vh);
  overflow: auto;
}
.launcher {
  flex: 1;
  display: flex;
  align-items: center;
  gap: 8px;
  height: 30px;
  padding: 0 8px;
  border: 1px solid var(--line-strong);
  border-radius: var(--radius);
  background: var(--surface);
  min-width: 180px;
}
.launcher:focus-within {
  border-color: var(--live);
  box-shadow: 0 0 0 1px var(--live);
}
.glass {
  color: var(--ink-soft);
}
.prompt {
  max-width: 45%;
  font: 600 14px var(--engraved);
}
input {
  flex: 1;
  min-width: 0;
  border: 0;
  outline: 0;
  background: none;
  color: var(--ink);
  font: inherit;
}
input::placeholder {
  color: var(--ink-soft);
}
.board {
  position: absolute;
  z-index: 30;
  left: 0;
  right: 0;
  top: 44px;
  background: var(--surface);
  border-bottom: 2px solid var(--ink);
}
.none {
  padding: 10px 16px;
  color: var(--ink-soft);
}
.foot {
  display: flex;
  justify-content: space-between;
  align-items: center;
  padding: 2px 16px 3px;
  font-size: 12px;
}
.foot button {
  border: 0;
  background: none;
  padding: 0;
  color: var(--ink);
  font: 600 12px var(--engraved);
  cursor: pointer;
}
</style>
