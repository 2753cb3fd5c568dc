<script setup lang="ts">
import { computed, defineAsyncComponent, ref, useTemplateRef } from 'vue'
import { documentInFront, documentName, kindAt, ownArea } from '~~/core/bench'
import type { Area, BenchDocument, BenchWindow } from '~~/core/bench'
import { escapeVariables } from '~~/core/command'
import { own } from '~~/core/result'
import { wasInView } from '~~/core/resolve'
import { choiceOf } from '~~/core/steps'
import SetIcon from '~/icons/SetIcon.vue'
import { useMirror } from '~/live/useMirror'
import IconMinimize from '~icons/tabler/minus'
import IconMaximize from '~icons/tabler/square'
import IconClose from '~icons/tabler/x'
import DocumentTabs from './DocumentTabs.vue'
import { useBenchActs } from './useBenchActs'
import { usePointing } from './usePointing'
import { useWindowDrag } from './useWindowDrag'
import { useWindowTitles } from './useWindowTitles'
import WrittenText from './WrittenText.vue'

/** Most windows show no folder, and few are asked for their menu. */
const FolderView = defineAsyncComponent(() => import('./FolderView.vue'))
const WindowMenu = defineAsyncComponent(() => import('./WindowMenu.vue'))

/**
 * One window of the bench: title and menu, what it was opened with, its documents as tabs, and the one in front: a text,
 * a folder, or what is known of it. It is dragged by its title, within its display, to another one or onto a desktop.
 */
const {
  window,
  depth,
  front,
  isNarrow = false,
} = defineProps<{ window: BenchWindow; depth: number; front: boolean; isNarrow?: boolean }>()

const mirror = useMirror()
const pointing = usePointing()
const acts = useBenchActs()
const { titleOf } = useWindowTitles()
const name = computed(() => titleOf(window))
const program = computed(() => own(mirror.bench.programs, window.programId))
const frame = useTemplateRef<HTMLElement>('frame')
const title = useTemplateRef<HTMLElement>('title')
const isMenuWanted = ref(false)

const area = computed<Area>(() => {
  if (window.area) return window.area
  const by = ownArea(window.id)
  return isNarrow ? { ...by, x: 6, width: 86 } : by
})
const { dragged } = useWindowDrag({ windowNow: () => window, frame, title, area })
const place = computed(() => {
  const { x, y, width, height } = window.mode === 'maximized' ? { x: 0, y: 0, width: 100, height: 100 } : area.value
  const moved = dragged.value ? { transform: `translate(${dragged.value.x}px, ${dragged.value.y}px)` } : {}
  return { left: `${x}%`, top: `${y}%`, width: `${width}%`, height: `${height}%`, ...moved }
})
const inFront = computed(() => documentInFront(window.content))
const isFolder = computed(() => inFront.value && kindAt(mirror.bench.files, inFront.value.path) === 'folder')
const isText = computed(() => inFront.value && program.value?.writes)
const parts = computed(() => [
  ...(['profile', 'edition', 'dataset'] as const).flatMap((part) =>
    window.content[part] ? [{ part: part as string, value: window.content[part] }] : [],
  ),
  ...Object.entries(window.content.views ?? {}).map(([part, value]) => ({ part, value })),
])
const lastKey = computed(() => {
  if (!front) return undefined
  const entry = mirror.keys.findLast(
    ({ decision }) =>
      decision.kind === 'pass' &&
      !wasInView(decision) &&
      decision.event.kind === 'down' &&
      decision.chord &&
      decision.frontProgramId === window.programId,
  )
  if (!entry?.decision.claim && isText.value) return undefined
  return (
    entry &&
    `${entry.decision.chord}${entry.decision.claim ? `: ${entry.decision.claim}` : ', which means nothing here'}`
  )
})

const which = () => choiceOf(mirror.bench, window)

function raise(): void {
  if (!front) void acts.act({ kind: 'windows.set', which: which(), to: 'front' })
}

function press(): void {
  const meant = pointing.meant(window)
  if (meant !== undefined) pointing.point(meant)
  else raise()
}

function showTab({ path }: BenchDocument): void {
  void acts.act({ kind: 'window.show', which: which(), shows: escapeVariables(path) })
}
</script>

<template>
  <article
    ref="frame"
    class="window"
    :class="{ front, fault: window.content.error, dragged }"
    :style="{ ...place, zIndex: depth + 1 }"
    :aria-label="name"
    @mousedown="press"
  >
    <header ref="title">
      <SetIcon :name="program?.icon" />
      <button type="button" class="title cut" :title="front ? 'In front' : 'Bring to the front'" @click="raise">
        {{ name }}
      </button>
      <span data-no-drag class="buttons" @mousedown.stop>
        <WindowMenu v-if="isMenuWanted" :window="window" :program="program" />
        <button
          v-else-if="!window.content.error"
          type="button"
          class="menu"
          aria-haspopup="menu"
          :aria-label="`Menu of ${program?.name ?? 'the window'}`"
          @click="isMenuWanted = true"
        >
          Menu
        </button>
        <button
          type="button"
          aria-label="Minimize"
          @click="acts.act({ kind: 'windows.set', which: which(), to: 'minimized' })"
        >
          <IconMinimize class="icon" />
        </button>
        <button
          type="button"
          :aria-label="window.mode === 'maximized' ? 'Normal size' : 'Maximize'"
          @click="acts.act({ kind: 'windows.set', which: which(), to: 'other-way' })"
        >
          <IconMaximize class="icon" />
        </button>
        <button
          type="button"
          aria-label="Close"
          @click="acts.act({ kind: 'windows.close', which: which(), unsaved: 'ask' })"
        >
          <IconClose class="icon" />
        </button>
      </span>
    </header>
    <DocumentTabs
      v-if="window.content.documents.length > 1"
      :documents="window.content.documents"
      :in-front="inFront"
      @show="showTab"
    />
    <div class="content" :class="{ whole: isFolder || isText }">
      <p v-if="window.content.error" class="fault">
        {{ window.content.error }}
      </p>
      <p v-if="parts.length > 0" class="parts">
        <span v-for="{ part, value } in parts" :key="part"
          ><span class="soft">{{ part }}</span> {{ value }}</span
        >
      </p>
      <FolderView v-if="isFolder && inFront" :window="window" :document="inFront" />
      <WrittenText v-else-if="isText && inFront" :window="window" :document="inFront" :front="front" />
      <p v-else-if="inFront" class="parts">
        <span class="cut" :title="inFront.path">{{ documentName(inFront) }}</span>
        <span class="soft"> {{ inFront.role }}{{ inFront.unsaved ? ', not saved' : '' }}</span>
      </p>
      <p v-else-if="!window.content.error" class="soft">Nothing loaded.</p>
      <p v-if="lastKey" class="took">Took {{ lastKey }}</p>
    </div>
  </article>
</template>

<style scoped>
.window {
  position: absolute;
  display: flex;
  flex-direction: column;
  background: var(--surface);
  border: 1px solid var(--line-strong);
  border-radius: 2px;
  contain: strict;
  overflow: hidden;
}
.window.dragged {
  opacity: 0.85;
  pointer-events: none;
}
.window.front {
  border-color: var(--ink);
  box-shadow:
    0 0 0 1px var(--ink),
    4px 4px 0 color-mix(in srgb, var(--ink) 22%, transparent);
}
.window.fault {
  border-color: var(--fault);
}
header {
  cursor: grab;
  touch-action: none;
  display: flex;
  align-items: center;
  gap: 4px;
  height: 28px;
  padding: 0 4px 0 8px;
  background: var(--sunken);
  border-bottom: 1px solid var(--line);
  flex: none;
}
.front header {
  background: var(--press-soft);
}
header button {
  border: 0;
  background: none;
  color: inherit;
  padding: 2px 3px;
  cursor: pointer;
  line-height: 0;
}
.buttons {
  display: flex;
  align-items: center;
  cursor: default;
}
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}
header .menu {
  height: 22px;
  padding: 0 6px;
  border: 1px solid transparent;
  color: var(--ink-soft);
  font: 600 12px var(--engraved);
  line-height: 20px;
}
header .menu:hover {
  border-color: var(--line-strong);
  color: var(--ink);
}
header .title {
  flex: 1;
  font: 600 13px/1.4 var(--engraved);
  text-align: left;
}
.content {
  padding: 8px 10px;
  display: grid;
  gap: 4px;
  align-content: start;
  overflow: auto;
  flex: 1;
}
.content.whole {
  grid-template-rows: auto;
  grid-auto-rows: minmax(0, auto);
  align-content: stretch;
}
.content.whole:has(.folder) {
  padding: 0;
  overflow: hidden;
}
.content.whole:has(.folder) > p {
  padding: 4px 10px 0;
}
.took {
  margin-top: 4px;
  border-top: 1px solid var(--line);
  padding-top: 4px;
  font-family: var(--mono);
  font-size: 12px;
  color: var(--live);
}
</style>
