<script setup lang="ts">
import { computed, ref } from 'vue'
import { desktopCount, desktopOf, MOST_DESKTOPS, shownDesktop } from '~~/core/bench'
import { countOf } from '~~/core/names'
import RenameInput from '~/form/RenameInput.vue'
import { useMirror } from '~/live/useMirror'
import { useBenchActs } from './useBenchActs'
import IconPlus from '~icons/tabler/plus'
import IconX from '~icons/tabler/x'

/** The row of desktops: which one is shown, how many windows stand on each; a window is dropped on one to go there. */
const mirror = useMirror()
const acts = useBenchActs()
const renaming = ref<number>()
const shown = computed(() => shownDesktop(mirror.bench))
const names = computed(() => mirror.bench.desktops?.names ?? ['Desktop'])
const desktops = computed(() => {
  const counts = new Map<number, number>()
  for (const window of Object.values(mirror.bench.windows)) {
    const at = desktopOf(mirror.bench, window)
    counts.set(at, (counts.get(at) ?? 0) + 1)
  }
  return names.value.map((name, i) => ({ number: i + 1, name, windows: counts.get(i + 1) ?? 0 }))
})

function go(desktop: number): void {
  if (desktop !== shown.value) void acts.act({ kind: 'desktop.go', to: { kind: 'number', desktop } })
}

function put(all: readonly string[], shows = shown.value): void {
  acts.change({ kind: 'desktop.put', desktops: { names: [...all], shown: Math.min(shows, all.length) } })
}

function add(): void {
  renaming.value = names.value.length + 1
  put([...names.value, `Desktop ${names.value.length + 1}`])
}

function rename(desktop: number, name: string): void {
  renaming.value = undefined
  put(names.value.with(desktop - 1, name))
}

function onKey(event: KeyboardEvent, desktop: number): void {
  const to = { ArrowRight: desktop + 1, ArrowLeft: desktop - 1 }[event.key]
  if (to === undefined || to < 1 || to > desktopCount(mirror.bench)) return
  event.preventDefault()
  go(to)
  const next = (event.currentTarget as HTMLElement).parentElement?.children[to - 1]
  next?.querySelector('button')?.focus()
}
</script>

<template>
  <div class="desktops">
    <ul aria-label="Desktops">
      <li
        v-for="desktop in desktops"
        :key="desktop.number"
        :data-desktop="desktop.number"
        @keydown="onKey($event, desktop.number)"
      >
        <RenameInput
          v-if="renaming === desktop.number"
          :value="desktop.name"
          maxlength="40"
          :label="`Name of desktop ${desktop.number}`"
          @take="rename(desktop.number, $event)"
          @leave="renaming = undefined"
        />
        <button
          v-else
          type="button"
          class="desktop"
          :aria-pressed="desktop.number === shown"
          :title="`${desktop.name}: ${countOf(desktop.windows, 'window')}. Go there; double-click to rename it.`"
          @click="go(desktop.number)"
          @dblclick="renaming = desktop.number"
        >
          <span class="number">{{ desktop.number }}</span> {{ desktop.name }}
          <span class="soft">{{ desktop.windows }}</span>
        </button>
      </li>
    </ul>
    <button v-if="desktops.length < MOST_DESKTOPS" type="button" class="more" aria-label="Add a desktop" @click="add">
      <IconPlus class="icon" />
    </button>
    <button
      v-if="desktops.length > 1"
      type="button"
      class="more"
      :aria-label="`Remove desktop ${desktops.at(-1)!.name}; its windows go to the one before`"
      @click="put(names.slice(0, -1))"
    >
      <IconX class="icon" />
    </button>
  </div>
</template>

<style scoped>
.desktops,
ul {
  display: flex;
  align-items: center;
  gap: 4px;
}
.desktop {
  display: flex;
  align-items: center;
  gap: 6px;
  height: 26px;
  padding: 0 10px;
  border: 1px solid var(--line-strong);
  border-bottom-width: 3px;
  background: var(--surface);
  color: var(--ink);
  font: 600 13px var(--engraved);
  cursor: pointer;
}
.desktop[aria-pressed='true'] {
  border-color: var(--ink);
  border-bottom-color: var(--live);
  background: var(--press-soft);
}
.number {
  font-family: var(--mono);
  font-size: 12px;
}
input {
  width: 110px;
  height: 26px;
  font: 600 13px var(--engraved);
}
.more {
  width: 24px;
  height: 24px;
  border: 0;
  background: none;
  color: var(--ink-soft);
  cursor: pointer;
  padding: 0;
}
</style>
