<script setup lang="ts">
import { own } from '~~/core/result'
import { computed } from 'vue'
import { documentName, windowTitle } from '~~/core/bench'
import type { BenchWindow } from '~~/core/bench'
import { wasInView } from '~~/core/resolve'
import { useMirror } from '~/live/useMirror'
import SetIcon from '~/icons/SetIcon.vue'
import IconMinimize from '~icons/tabler/minus'
import IconMaximize from '~icons/tabler/square'
import IconClose from '~icons/tabler/x'
import { placeOnScreen } from './placeOnScreen'
import { usePointing } from './usePointing'

/**
 * One window of the bench: title, what it was opened with, what it has loaded, and the last key it took. On a narrow
 * display it takes most of its width.
 */
const {
  window,
  depth,
  front,
  isNarrow = false,
} = defineProps<{ window: BenchWindow; depth: number; front: boolean; isNarrow?: boolean }>()
const emit = defineEmits<{ raise: []; minimize: []; maximize: []; close: [] }>()

const mirror = useMirror()
const pointing = usePointing()
const program = computed(() => own(mirror.bench.programs, window.programId))
const place = computed(() =>
  window.mode === 'maximized'
    ? { left: '0', top: '0', width: '100%', height: '100%' }
    : { ...placeOnScreen(window.id), ...(isNarrow ? { left: '6%', width: '86%' } : {}) },
)
const parts = computed(() =>
  (['profile', 'edition', 'dataset'] as const).flatMap((part) =>
    window.content[part] ? [{ part, value: window.content[part] }] : [],
  ),
)
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
  return (
    entry &&
    `${entry.decision.chord}${entry.decision.claim ? `: ${entry.decision.claim}` : ', which means nothing here'}`
  )
})
</script>

<template>
  <article
    class="window"
    :class="{ front, fault: window.content.error }"
    :style="{ ...place, zIndex: depth + 1 }"
    :aria-label="windowTitle(mirror.bench, window)"
    @mousedown="pointing.isPointing ? pointing.point(window.programId) : !front && emit('raise')"
  >
    <header>
      <SetIcon :name="program?.icon" />
      <button type="button" class="title cut" :title="front ? 'In front' : 'Bring to the front'" @click="emit('raise')">
        {{ windowTitle(mirror.bench, window) }}
      </button>
      <button type="button" aria-label="Minimize" @mousedown.stop @click="emit('minimize')">
        <IconMinimize class="icon" />
      </button>
      <button
        type="button"
        :aria-label="window.mode === 'maximized' ? 'Normal size' : 'Maximize'"
        @mousedown.stop
        @click="emit('maximize')"
      >
        <IconMaximize class="icon" />
      </button>
      <button type="button" aria-label="Close" @mousedown.stop @click="emit('close')">
        <IconClose class="icon" />
      </button>
    </header>
    <div class="content">
      <p v-if="window.content.error" class="fault">
        {{ window.content.error }}
      </p>
      <p v-for="{ part, value } in parts" :key="part">
        <span class="soft">{{ part }}</span> {{ value }}
      </p>
      <ol v-if="window.content.documents.length > 0">
        <li v-for="(document, i) in window.content.documents" :key="document.path">
          <span class="soft">{{ i + 1 }}</span>
          <span class="cut" :title="document.path">{{ documentName(document) }}</span>
          <span class="soft">{{ document.role }}{{ document.unsaved ? ', not saved' : '' }}</span>
        </li>
      </ol>
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
  overflow: hidden;
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
.content li {
  display: grid;
  grid-template-columns: 16px minmax(0, 1fr) auto;
  gap: 8px;
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
