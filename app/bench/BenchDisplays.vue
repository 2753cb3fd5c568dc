<script setup lang="ts">
import { computed } from 'vue'
import { frontWindow, isOnShownDesktop, stackedWindows } from '~~/core/bench'
import { useMirror } from '~/live/useMirror'
import BenchDisplay from './BenchDisplay.vue'
import { useDisplays } from './useDisplays'

/** The displays side by side with the windows of the desktop that is shown; what to do where none is open. */
const mirror = useMirror()
const shown = computed(() =>
  stackedWindows(mirror.bench).filter(
    (window) => (window.mode === 'normal' || window.mode === 'maximized') && isOnShownDesktop(mirror.bench, window),
  ),
)
const displays = useDisplays(shown)
const frontId = computed(() => frontWindow(mirror.bench)?.id)
</script>

<template>
  <div class="displays">
    <BenchDisplay v-for="display in displays" :key="display.id" :display="display" :front-id="frontId" />
    <p v-if="shown.length === 0" class="bare">
      No window is open. Pull a lever, or open a program from the launcher with F2.
    </p>
  </div>
</template>

<style scoped>
.displays {
  display: flex;
  min-height: 0;
}
.bare {
  position: absolute;
  inset: 40% 0 auto;
  text-align: center;
  color: var(--ink-soft);
}
</style>
