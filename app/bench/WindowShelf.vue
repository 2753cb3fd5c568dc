<script setup lang="ts">
import { computed } from 'vue'
import { isOnShownDesktop, stackedWindows } from '~~/core/bench'
import { own } from '~~/core/result'
import { choiceOf } from '~~/core/steps'
import SetIcon from '~/icons/SetIcon.vue'
import { useMirror } from '~/live/useMirror'
import { useBenchActs } from './useBenchActs'
import { useWindowTitles } from './useWindowTitles'

/** Windows that are minimized or hidden, at the foot of the screen, where there are any. */
const mirror = useMirror()
const acts = useBenchActs()
const { titleOf } = useWindowTitles()

const shelved = computed(() =>
  stackedWindows(mirror.bench).filter(
    (window) => (window.mode === 'minimized' || window.mode === 'hidden') && isOnShownDesktop(mirror.bench, window),
  ),
)
</script>

<template>
  <ul v-if="shelved.length > 0" class="shelf" aria-label="Minimized and hidden windows">
    <li v-for="window in shelved" :key="window.id">
      <button
        type="button"
        :title="`Bring back ${titleOf(window)}`"
        @click="acts.act({ kind: 'windows.set', which: choiceOf(mirror.bench, window), to: 'front' })"
      >
        <SetIcon :name="own(mirror.bench.programs, window.programId)?.icon" />
        <span class="cut">{{ titleOf(window) }}</span>
        <span class="soft">{{ window.mode }}</span>
      </button>
    </li>
  </ul>
</template>

<style scoped>
.shelf {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 4px 8px;
  max-height: 76px;
  contain: layout paint;
  overflow: auto;
  background: var(--sunken);
  border-top: 1px solid var(--line);
}
.shelf button {
  display: flex;
  align-items: center;
  gap: 6px;
  max-width: 260px;
  height: 28px;
  padding: 0 8px;
  border: 1px dashed var(--line-strong);
  background: var(--surface);
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
</style>
