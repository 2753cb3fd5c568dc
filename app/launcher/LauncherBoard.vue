<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import { triggerKeys } from '~~/core/levers'
import { isTyping } from '~/page/isTyping'
import { useLeverActions } from '~/levers/useLeverActions'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import KeyPlates from '~/plates/KeyPlates.vue'
import NumberPlate from '~/plates/NumberPlate.vue'
import LeverIcon from '~/icons/LeverIcon.vue'
import SetIcon from '~/icons/SetIcon.vue'
import IconFolder from '~icons/tabler/folder'
import IconSearch from '~icons/tabler/search'
import IconWorld from '~icons/tabler/world'
import type { LauncherEntry } from './launcherEntries'
import { useLauncherIndex } from './useLauncherIndex'

/** The field in the top bar, and under it a board of what was found, like the board of departures in a station. */
const mirror = useMirror()
const notices = useNotices()
const { pull, tell } = useLeverActions()
const field = ref<HTMLInputElement>()
const isOpen = ref(false)
const query = ref('')
const chosen = ref(0)
let cameFrom: HTMLElement | undefined

const index = useLauncherIndex()
const hits = computed(() => (isOpen.value ? index.search(query.value, 10) : []))
const framesOn = computed(() => new Set(mirror.framesLive.filter((frame) => frame.on).map((frame) => frame.id)))
watch([query, isOpen], () => {
  chosen.value = 0
})

function open(): void {
  if (document.activeElement instanceof HTMLElement && document.activeElement !== field.value)
    cameFrom = document.activeElement
  isOpen.value = true
  void nextTick(() => field.value?.select())
  field.value?.focus()
}

function close(): void {
  isOpen.value = false
  query.value = ''
  field.value?.blur()
  cameFrom?.focus()
  cameFrom = undefined
}

async function go(entry: LauncherEntry | undefined): Promise<void> {
  if (!entry) return
  close()
  switch (entry.kind) {
    case 'lever':
      return pull(entry.lever, 'launcher')
    case 'program': {
      const run = await notices.attempt(() =>
        callApi('openPlace', { body: { programId: entry.programId, source: 'launcher' } }),
      )
      return run && tell(run)
    }
    case 'folder':
    case 'address': {
      const run = await notices.attempt(() =>
        callApi('openPlace', { body: { place: entry.place, source: 'launcher' } }),
      )
      return run && tell(run)
    }
  }
}

function onKey(event: KeyboardEvent): void {
  if (event.key === 'Escape') close()
  else if (event.key === 'Enter') void go(hits.value[chosen.value])
  else if (event.key === 'ArrowDown') chosen.value = Math.min(chosen.value + 1, hits.value.length - 1)
  else if (event.key === 'ArrowUp') chosen.value = Math.max(chosen.value - 1, 0)
  else return
  event.preventDefault()
}

useEventListener(window, 'keydown', (event) => {
  const isSlash = event.key === '/' && !isTyping() && !event.ctrlKey && !event.altKey && !event.metaKey
  if (event.code !== 'F2' && !isSlash) return
  event.preventDefault()
  open()
})
</script>

<template>
  <div class="launcher">
    <IconSearch class="icon glass" />
    <input
      ref="field"
      v-model="query"
      type="text"
      role="combobox"
      aria-label="Launcher: find levers, programs, folders and addresses"
      aria-controls="launcher-board"
      aria-autocomplete="list"
      :aria-expanded="isOpen"
      :aria-activedescendant="isOpen && hits.length > 0 ? `launcher-${chosen}` : undefined"
      placeholder="Pull or open by name"
      autocomplete="off"
      spellcheck="false"
      @focus="isOpen = true"
      @blur="isOpen = false"
      @keydown="onKey"
    />
    <KeyPlates chord="F2" />
    <div v-show="isOpen" class="board">
      <ul id="launcher-board" role="listbox" aria-label="Found">
        <li
          v-for="(entry, i) in hits"
          :id="`launcher-${i}`"
          :key="entry.id"
          role="option"
          :aria-selected="i === chosen"
          class="line"
          @mousedown.prevent="go(entry)"
          @mousemove="chosen = i"
        >
          <NumberPlate
            v-if="entry.kind === 'lever'"
            :plate="entry.lever.plate"
            :steps="entry.lever.steps"
            :off="!entry.lever.enabled || !framesOn.has(entry.lever.frameId)"
          />
          <SetIcon v-else-if="entry.kind === 'program'" :name="entry.icon" />
          <IconFolder v-else-if="entry.kind === 'folder'" class="icon" />
          <IconWorld v-else class="icon" />
          <strong class="cut"><LeverIcon v-if="entry.kind === 'lever'" :lever="entry.lever" /> {{ entry.name }}</strong>
          <span class="soft cut">{{ entry.detail }}</span>
          <span>
            <KeyPlates
              v-if="entry.kind === 'lever' && entry.lever.triggers[0]"
              :chord="triggerKeys(entry.lever.triggers[0])"
              :plain="entry.lever.triggers[0].kind === 'word'"
            />
          </span>
          <span class="soft">{{ entry.act }}</span>
        </li>
      </ul>
      <p v-if="hits.length === 0" class="none">
        Nothing is named like “{{ query }}”. Levers, programs, folders and addresses are found by name, initials or
        alias.
      </p>
    </div>
  </div>
</template>

<style scoped>
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
  padding: 4px 0;
}
.line {
  display: grid;
  grid-template-columns: 48px 240px minmax(0, 1fr) 140px 70px;
  gap: 12px;
  align-items: center;
  height: 32px;
  padding: 0 16px;
  border-bottom: 1px solid var(--line);
  cursor: default;
}
.line > svg {
  justify-self: center;
}
.line[aria-selected='true'] {
  background: var(--press-soft);
  box-shadow: 3px 0 0 var(--press) inset;
}
.none {
  padding: 10px 16px;
  color: var(--ink-soft);
}
</style>
