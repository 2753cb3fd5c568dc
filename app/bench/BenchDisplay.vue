<script setup lang="ts">
import BenchWindow from './BenchWindow.vue'
import type { ShownDisplay } from './useDisplays'

/** A display with the windows that stand on it, and how it is: lit, asleep or off. */
const { display, frontId } = defineProps<{ display: ShownDisplay; frontId: string | undefined }>()
</script>

<template>
  <section
    class="display"
    :class="{ second: !display.isFirst }"
    :aria-label="display.name"
    :inert="display.use === 'mirrored'"
  >
    <div class="desk" :data-display="display.id">
      <BenchWindow
        v-for="{ window, depth } in display.windows"
        :key="window.id"
        :window="window"
        :depth="depth"
        :front="window.id === frontId"
        :is-narrow="!display.isFirst"
      />
    </div>
    <p class="caption" :class="{ asleep: display.isDark }">
      {{ display.name }}: {{ display.state }}, {{ display.brightness }} %
    </p>
    <p v-if="display.isDark" class="sleep" role="status">
      {{ display.name }} is {{ display.state }}.{{ display.use === 'off' ? '' : ' A key or the pointer wakes it.' }}
    </p>
  </section>
</template>

<style scoped>
.display {
  position: relative;
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  flex: 2;
  min-width: 0;
  overflow: hidden;
}
.desk {
  position: relative;
  min-height: 0;
  /* What a window changes is laid out and painted in it alone. */
  contain: strict;
}
.display.second {
  flex: 1;
  border-left: 4px solid var(--line-strong);
}
.caption {
  padding: 2px 10px;
  background: var(--sunken);
  border-top: 3px solid var(--line-strong);
  font-size: 12px;
}
.caption.asleep {
  border-top-style: dashed;
}
.sleep {
  position: absolute;
  inset: 0 0 24px;
  display: grid;
  place-items: center;
  padding: 16px;
  text-align: center;
  background: #0b0f0d;
  color: #b9c4bd;
  z-index: 540;
}
</style>
